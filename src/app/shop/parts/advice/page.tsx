import { inShop } from "@/server/http/inShop";
import type { Metadata } from "next";
import { loadAdvice } from "@/server/parts/advice";
import { AdviceView } from "@/ui/parts/AdviceView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "What to keep" };

export default async function AdvicePage() {
  return (
    <Shell>
      <AdviceView kinds={await loadAdvice(...(await inShop("see")))} />
    </Shell>
  );
}
