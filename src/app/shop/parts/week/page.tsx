import type { Metadata } from "next";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { loadWeek } from "@/server/week";
import { WeekView } from "@/ui/shims/WeekView";
import { Shell } from "../../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "One stock, several engines" };

export default async function WeekPage() {
  return (
    <Shell>
      <WeekView given={await loadWeek(database(), (await viewer()).shopId)} />
    </Shell>
  );
}
