import type { Metadata } from "next";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { loadAdvice } from "@/server/advice";
import { AdviceView } from "@/ui/parts/AdviceView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "What to keep" };

export default async function AdvicePage() {
  return (
    <Shell>
      <AdviceView kinds={await loadAdvice(database(), (await viewer()).shopId)} />
    </Shell>
  );
}
