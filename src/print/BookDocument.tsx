/** The book of an engine on paper: when it is due, how its valves move, and every visit. */
import { Document, Page, Text, View } from "@react-pdf/renderer";
import type { BookLifter, BookValve, EngineBook } from "@/core/record/book";
import { counted } from "@/core/record/counter";
import { driftWords } from "@/core/record/words";
import { type LengthUnit, showFigure, showLength } from "@/core/units/length";
import { asFraction } from "@/core/units/turns";
import type { Paper } from "@/core/units/paper";
import { registerFonts } from "./fonts";
import { INK, mm, styles } from "./look";
import { LANDSCAPE_MM } from "./paper";
import { TableLine } from "./TableLine";

export interface BookPaper {
  readonly book: EngineBook;
  readonly unit: LengthUnit;
  /** A moment as the shop writes it. */
  readonly date: (iso: string) => string;
  readonly paper: Paper;
}

const heading = { fontWeight: 600, fontSize: 13, paddingTop: 10, paddingBottom: 2 } as const;
const WIDTHS = [40, 76, 80, 80, 70, 180] as const;
/** What it moved says nothing of wear: that cell is struck out. */
const MOVED = 4;
const WORK = { lash: "lash", preload: "preload", "dry-gap": "dry gap" } as const;

export function BookDocument({ book, unit, date, paper }: BookPaper) {
  registerFonts();
  const { engine } = book;
  // Upright: the same sheet the other way round.
  const { width: height, height: width } = LANDSCAPE_MM[paper];
  return (
    <Document title={`Engine book of ${engine.name}`} creator="Fulcrata">
      <Page size={[mm(width), mm(height)]} style={styles.page}>
        <View style={{ borderBottomWidth: 1.5, borderColor: INK, paddingBottom: 5 }}>
          <Text style={styles.stamp}>{book.shop} · engine book</Text>
          <Text style={styles.title}>{engine.name}</Text>
          <Text>
            {[
              engine.serial,
              engine.counter === null ? null : counted(engine.counter, engine.counterUnit),
              engine.customer,
            ]
              .filter((x) => x !== null)
              .join(" · ")}
          </Text>
        </View>
        {book.due !== null && <Text style={{ paddingTop: 6, fontWeight: 600, fontSize: 12 }}>{book.due}</Text>}
        {book.rates.some((r) => r.words !== null) && (
          <View>
            <Text style={heading}>How its valves move</Text>
            {book.rates.map((r) => (
              <View key={r.valve} style={styles.row} wrap={false}>
                <Text style={{ width: 40, fontWeight: 600 }}>{r.valve}</Text>
                <Text>{r.words ?? "nothing known yet"}</Text>
              </View>
            ))}
          </View>
        )}
        {book.geometry.length > 0 && (
          <View>
            <Text style={heading}>Rockers and pushrods</Text>
            {book.geometry.map((g) => (
              <View key={g.at} style={styles.row} wrap={false}>
                <Text style={{ width: 380, ...(g.stands ? { fontWeight: 600 } : {}) }}>{g.words}</Text>
                <Text>
                  {date(g.at)}, {g.by}
                </Text>
              </View>
            ))}
          </View>
        )}
        {book.buildChecks.length > 0 && (
          <View>
            <Text style={heading}>Build checks</Text>
            {book.buildChecks.map((c) => (
              <View key={c.jobId} style={styles.row} wrap={false}>
                <Text style={{ width: 120 }}>{date(c.at)}</Text>
                <Text>{c.words}</Text>
              </View>
            ))}
          </View>
        )}
        {book.visits.length === 0 && <Text style={heading}>Nothing finished on it yet.</Text>}
        {book.visits.map((v) => (
          <View key={v.jobId}>
            <Text style={heading} minPresenceAhead={60}>
              {[date(v.at), v.counter === null ? null : counted(v.counter, engine.counterUnit), v.state, WORK[v.work]]
                .filter((x) => x !== null)
                .join(" · ")}
            </Text>
            {v.valves.length > 0 && (
              <TableLine widths={WIDTHS} cells={["Valve", "Band", "Found", "Left", "Moved", ""]} head />
            )}
            {v.lifters.length > 0 && (
              <TableLine widths={WIDTHS} cells={["Valve", "", "Found in", "Left in", "Moved", ""]} head />
            )}
            {v.lifters.map((lifter) => (
              <TableLine key={lifter.valve} widths={WIDTHS} cells={lifterCells(lifter, unit)} />
            ))}
            {v.valves.map((valve) => (
              <TableLine
                key={valve.valve}
                widths={WIDTHS}
                cells={cellsOf(valve, unit)}
                struck={valve.notWear === null ? null : MOVED}
              />
            ))}
          </View>
        ))}
        <View style={styles.foot} fixed>
          <Text>
            Figures in {unit === "mm" ? "mm" : "inches"}, as read
            {book.handsCounted > 0 ? "; moved: less what gauge studies found that hands differ by" : ""}. The
            maker&apos;s service data, local rules and licensed practice come first.
          </Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
        </View>
      </Page>
    </Document>
  );
}

function cellsOf(v: BookValve, unit: LengthUnit): string[] {
  const between = (i: BookValve["found"]): string =>
    i === null ? "not read" : `${showFigure(i[0], unit)}–${showFigure(i[1], unit)}`;
  return [
    v.valve,
    between([v.lowMm, v.highMm]),
    between(v.found),
    between(v.left),
    v.driftMm === null ? "" : driftWords(v.driftMm, unit),
    [
      v.notWear === null ? null : `no wear: ${v.notWear}`,
      v.fittedMm === null ? null : `fitted ${showFigure(v.fittedMm, unit)}`,
      ...v.answers.filter((a) => a !== v.notWear),
      v.leftBy,
    ]
      .filter((x) => x !== null)
      .join("; "),
  ];
}

function lifterCells({ valve, movedTurns, ...at }: BookLifter, unit: LengthUnit): string[] {
  const stood = (turns: number | null): string =>
    turns === null ? "not counted" : turns === 0 ? "zero lash" : asFraction(turns);
  const depth = (mm: number | null): string => (mm === null ? "not counted" : showLength(mm, unit));
  const moved =
    movedTurns === null
      ? ""
      : movedTurns === 0
        ? "not at all"
        : `${asFraction(Math.abs(movedTurns))} ${movedTurns > 0 ? "deeper" : "shallower"}`;
  return [
    valve,
    "",
    stood(at.foundTurns),
    stood(at.leftTurns),
    moved,
    `plunger found ${depth(at.foundMm)}, left ${depth(at.leftMm)}`,
  ];
}
