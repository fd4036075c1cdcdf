import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { asViewer } from "@/server/http/inShop";
import { listFeelerSets } from "@/server/shop/feelerSets";
import { QuickAnswer } from "@/ui/quick/QuickAnswer";
import { QUICK, isQuickKind } from "@/ui/quick/kinds";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";

interface Props {
  readonly params: Promise<{ kind: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { kind } = await params;
  return { title: isQuickKind(kind) ? QUICK[kind].name : "Quick answers" };
}

export default async function QuickPage({ params, searchParams }: Props) {
  const { kind } = await params;
  if (!isQuickKind(kind)) notFound();
  const [db, { shopId }] = await asViewer("see");
  const given = Object.fromEntries(
    Object.entries(await searchParams).flatMap(([field, text]) => (typeof text === "string" ? [[field, text]] : [])),
  );
  return (
    <Shell>
      <QuickAnswer kind={kind} given={given} sets={await listFeelerSets(db, shopId)} />
    </Shell>
  );
}
