import { format } from "date-fns";
import { notFound } from "next/navigation";
import { asViewer } from "@/server/http/inShop";
import { Refused } from "@/server/http/refused";
import { loadSheet } from "@/server/jobs/sheet";
import { SheetView } from "@/ui/sheet/SheetView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";

const DATE = "MMMM d yyyy, HH:mm";

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const [db, seen] = await asViewer();
  const loaded = await loadSheet(db, seen, (await params).id).catch((error: unknown) => {
    if (error instanceof Refused && error.status === 404) notFound();
    throw error;
  });
  const { sheet, file } = loaded;
  return (
    <Shell>
      <title>{`Sheet of ${sheet.engine.name} · Fulcrata`}</title>
      <SheetView
        sheet={sheet}
        file={file}
        person={seen.person}
        openedAt={format(sheet.openedAt, DATE)}
        notedAt={sheet.notes.map((n) => format(n.at, "MMM d, HH:mm"))}
        closedAt={sheet.closedAt === null ? null : format(sheet.closedAt, DATE)}
        signedAt={sheet.signedAt === null ? null : format(sheet.signedAt, DATE)}
      />
    </Shell>
  );
}
