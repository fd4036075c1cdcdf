/** The week of a shop on paper: done, waiting, due. */
import { Document, Page, Text, View } from "@react-pdf/renderer";
import type { WeekReport } from "@/core/record/week";
import { doneWords } from "@/core/record/weekWords";
import type { Paper } from "@/core/units/paper";
import { registerFonts } from "./fonts";
import { INK, mm, styles } from "./look";
import { LANDSCAPE_MM } from "./paper";
import { TableLine } from "./TableLine";

export interface WeekPaper {
  readonly report: WeekReport;
  /** A day as the shop writes it. */
  readonly date: (iso: string) => string;
  readonly paper: Paper;
}

const heading = { fontWeight: 600, fontSize: 13, paddingTop: 10, paddingBottom: 2 } as const;
const WIDTHS = [150, 110, 80, 186] as const;

export function WeekDocument({ report, date, paper }: WeekPaper) {
  registerFonts();
  // Upright: the same sheet the other way round.
  const { width: height, height: width } = LANDSCAPE_MM[paper];
  const { now } = report;
  return (
    <Document title={`Week of ${date(report.from)}`} creator="Fulcrata">
      <Page size={[mm(width), mm(height)]} style={styles.page}>
        <View style={{ borderBottomWidth: 1.5, borderColor: INK, paddingBottom: 5 }}>
          <Text style={styles.stamp}>{report.shop} · week</Text>
          <Text style={styles.title}>
            {date(report.from)} to {date(report.to)}
          </Text>
        </View>
        <Text style={heading}>{`Done: ${report.done.length}`}</Text>
        {report.done.length > 0 && (
          <TableLine widths={WIDTHS} cells={["Engine", "Whose, where", "Closed", ""]} head />
        )}
        {report.done.map((d) => (
          <TableLine widths={WIDTHS} key={d.jobId} cells={[named(d), d.customer ?? "", date(d.at), doneWords(d)]} />
        ))}
        {now !== null && (
          <>
            <Text style={heading}>{`Waiting: ${now.waiting.length}`}</Text>
            {now.waiting.map((w) => (
              <View key={w.jobId} style={styles.row} wrap={false}>
                <Text style={{ width: WIDTHS[0], fontWeight: 600 }}>{named(w)}</Text>
                <Text style={{ width: 376 }}>{w.stands ?? "in hand"}</Text>
              </View>
            ))}
            <Text style={heading}>{`Due within a week: ${now.dueCount}`}</Text>
            {now.due.map((d) => (
              <TableLine
                widths={WIDTHS}
                key={d.engineId}
                cells={[named(d), d.customer ?? "", "", `${d.when}; ${d.why}`]}
              />
            ))}
          </>
        )}
        <View style={styles.foot} fixed>
          <Text>
            {now === null
              ? "What waits and what is due is told of the week that is."
              : `As of ${date(report.printedAt)}.`}
          </Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
        </View>
      </Page>
    </Document>
  );
}

const named = ({ engine, serial }: { readonly engine: string; readonly serial: string | null }): string =>
  [engine, serial].filter((x) => x !== null).join(", ");
