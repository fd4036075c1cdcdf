import { inShop } from "@/server/http/inShop";
import type { Metadata } from "next";
import { loadWeek } from "@/server/parts/week";
import { WeekView } from "@/ui/shims/WeekView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "One stock, several engines" };

export default async function WeekPage() {
  return (
    <Shell>
      <WeekView given={await loadWeek(...(await inShop("see")))} />
    </Shell>
  );
}
