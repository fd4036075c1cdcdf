import { format } from "date-fns";
import { notFound } from "next/navigation";
import { lateWords } from "@/core/job/sheet/format";
import { asViewer } from "@/server/http/inShop";
import { Refused } from "@/server/http/refused";
import { loadSheet } from "@/server/jobs/sheet";
import { SheetView } from "@/ui/sheet/SheetView";
import { Shell } from "../../../Shell";
import { jobTitle } from "@/server/titles";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(jobTitle, (name) => `Sheet of ${name}`);

const DATE = "MMMM d yyyy, HH:mm";
const SHORT = "MMM d, HH:mm";

const late = ({ arrivedAt }: { readonly arrivedAt: string | null }): string =>
  lateWords(arrivedAt === null ? null : format(arrivedAt, SHORT));

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, seen] = await asViewer("see own");
  const loaded = await loadSheet(db, seen, (await params).id).catch((error: unknown) => {
    if (error instanceof Refused && error.status === 404) notFound();
    throw error;
  });
  const { sheet, engineId, file } = loaded;
  return (
    <Shell to="see own">
      <SheetView
        sheet={sheet}
        engineId={engineId}
        file={file}
        person={seen.person}
        openedAt={format(sheet.openedAt, DATE)}
        notedBy={sheet.notes.map((n) => `${format(n.at, SHORT)}, ${n.by}${late(n)}`)}
        leftBy={sheet.valves.map(({ asLeft }) => (asLeft === null ? "" : `${asLeft.by}${late(asLeft)}`))}
        closedAt={sheet.closedAt === null ? null : format(sheet.closedAt, DATE)}
        signedAt={sheet.signedAt === null ? null : format(sheet.signedAt, DATE)}
      />
    </Shell>
  );
}
