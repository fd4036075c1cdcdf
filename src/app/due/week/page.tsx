import { format, parseISO } from "date-fns";
import type { Metadata } from "next";
import { asViewer } from "@/server/http/inShop";
import { besideWeek, loadWeekReport, mondayOf } from "@/server/record/week";
import { WeekReportView } from "@/ui/record/WeekReportView";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Week" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function WeekPage({ searchParams }: Props) {
  const [db, viewer] = await asViewer("see");
  const { of } = await searchParams;
  const now = new Date();
  const monday = mondayOf(typeof of === "string" ? of : undefined, now);
  const report = await loadWeekReport(db, viewer, monday, now);
  return (
    <Shell>
      <WeekReportView
        report={report}
        title={`${format(parseISO(report.from), "MMM d")} to ${format(parseISO(report.to), "MMM d, yyyy")}`}
        closed={report.done.map((d) => format(d.at, "EEE, MMM d"))}
        {...besideWeek(monday)}
      />
    </Shell>
  );
}
