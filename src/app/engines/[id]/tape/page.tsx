import { engineUnit } from "@/core/engine/engineUnit";
import { inShop } from "@/server/http/inShop";
import { notFound } from "next/navigation";
import { planFromQuery } from "@/core/stops/planQuery";
import { findEngine } from "@/server/engines/engines";
import { TapeView } from "@/ui/engine/TapeView";
import { Shell } from "../../../Shell";
import { engineTitle } from "@/server/titles";
import { titled } from "../../../titled";

export const dynamic = "force-dynamic";
export const generateMetadata = titled(engineTitle, (name) => `Tape and card for ${name}`);

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function TapePage({ params, searchParams }: Props) {
  const engine = await findEngine(...(await inShop("see")), (await params).id);
  if (engine === null) notFound();
  return (
    <Shell unit={engineUnit(engine.file)}>
      <TapeView id={engine.id} file={engine.file} wanted={planFromQuery(await searchParams)} />
    </Shell>
  );
}
