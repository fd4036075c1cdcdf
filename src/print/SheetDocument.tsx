/** The finished job on paper: the engine drawn as found and as left, valve by valve, and what was said. */
import type { TypedUnit } from "@/core/units/typedLength";
import { Circle, Document, Page, Rect, Svg, Text, View } from "@react-pdf/renderer";
import { type Sheet, type SheetReading, type SheetValve, lateWords } from "@/core/job/sheet/format";
import { answeredWords, foundWords, namesOf } from "@/core/job/sheet/lineOnSheet";
import { underWords, verdictIn } from "@/core/job/words/heights";
import { bandWords } from "@/core/job/words/specs";
import { type LengthUnit, exactLength } from "@/core/units/length";
import { counted } from "@/core/record/counter";
import { registerFonts } from "./fonts";
import type { Paper } from "@/core/units/paper";
import { type TemperatureUnit, temperatureWords } from "@/core/units/temperature";
import { INK, NOW, SET, mm, styles } from "./look";
import { LANDSCAPE_MM, MARGIN_MM } from "./paper";

/** The head as it is laid out for drawing, in drawing units. */
export interface DrawnHead {
  readonly width: number;
  readonly height: number;
  readonly spots: readonly {
    readonly valve: { readonly id: string };
    readonly at: { readonly x: number; readonly y: number };
    readonly radius: number;
  }[];
  readonly cylinders: readonly { readonly id: string; readonly at: { readonly x: number; readonly y: number } }[];
  readonly outlines: readonly {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[];
}
export interface SheetPaper {
  readonly sheet: Sheet;
  readonly head: DrawnHead;
  /** The unit in which each role's spec is written. */
  readonly unitOf: (valve: SheetValve) => LengthUnit;
  /** The system that the engine is told in. */
  readonly unit: TypedUnit;
  /** A moment as the shop writes it. */
  readonly date: (iso: string) => string;
  readonly aircraft: boolean;
  readonly paper: Paper;
  readonly temperatureUnit: TemperatureUnit;
}

const TITLES: Record<Sheet["work"], string> = {
  lash: "Lash sheet",
  preload: "Preload sheet",
  "dry-gap": "Dry gap sheet",
  "build-check": "Build check",
};

type Late = (made: { readonly arrivedAt: string | null }) => string;

export function SheetDocument({ sheet, head, unit, unitOf, date, aircraft, paper, temperatureUnit }: SheetPaper) {
  registerFonts();
  const facts = factsOf({ sheet, date, unit, temperatureUnit });
  // Upright: the same sheet the other way round.
  const { width: height, height: width } = LANDSCAPE_MM[paper];
  const late: Late = ({ arrivedAt }) => lateWords(arrivedAt === null ? null : date(arrivedAt));
  const half = (mm(width - 2 * MARGIN_MM) - 14) / 2;
  return (
    <Document title={`${TITLES[sheet.work]} of ${sheet.engine.name}`} creator="Fulcrata">
      <Page size={[mm(width), mm(height)]} style={styles.page}>
        <View
          style={{
            flexDirection: "row",
            justifyContent: "space-between",
            borderBottomWidth: 1.5,
            borderColor: INK,
            paddingBottom: 5,
          }}
        >
          <View>
            <Text style={styles.stamp}>
              {sheet.shop} · {TITLES[sheet.work].toLowerCase()}
              {sheet.closedAt === null ? ", not closed yet" : ""}
            </Text>
            <Text style={styles.title}>{sheet.engine.name}</Text>
            <Text>
              {[
                sheet.engine.serial,
                sheet.engine.counter === null ? null : counted(sheet.engine.counter.count, sheet.engine.counter.unit),
              ]
                .filter((x) => x !== null)
                .join(" · ")}
            </Text>
          </View>
          <Signatures sheet={sheet} date={date} />
        </View>
        <View style={{ flexDirection: "row", gap: 14, paddingVertical: 4 }}>
          <View style={{ width: half }}>{facts.slice(0, 5).map(fact)}</View>
          <View style={{ width: half }}>{facts.slice(5).map(fact)}</View>
        </View>
        {sheet.work === "build-check" ? (
          <Lines lines={sheet.lines} />
        ) : (
          <>
            <View style={{ flexDirection: "row", gap: 14 }}>
              <Drawn title="As found" head={head} width={half} sheet={sheet} pick={(v) => v.asFound} />
              <Drawn title="As left" head={head} width={half} sheet={sheet} pick={(v) => v.asLeft} />
            </View>
            <Table sheet={sheet} unitOf={unitOf} late={late} />
          </>
        )}
        {sheet.buildCheck !== null && (
          <View style={{ paddingTop: 8 }}>
            <Text style={styles.stamp}>
              Built before it: checked by {sheet.buildCheck.closedBy}, {date(sheet.buildCheck.closedAt)}
              {sheet.buildCheck.signedBy === null ? ", not signed" : `, signed by ${sheet.buildCheck.signedBy}`}
            </Text>
            <Lines lines={sheet.buildCheck.lines} />
          </View>
        )}
        {sheet.notes.length > 0 && (
          <View style={{ paddingTop: 8 }}>
            <Text style={styles.stamp}>What was said and done</Text>
            {sheet.notes.map((n, i) => (
              <Text key={i} style={{ paddingTop: 1, fontSize: 9 }}>
                {date(n.at)}, {n.by}
                {late(n)}: {n.what}
              </Text>
            ))}
          </View>
        )}
        <View style={styles.foot} fixed>
          <Text>
            {sheet.cautionsAccepted.length} cautions accepted. The maker&apos;s service data, local rules and licensed
            practice come first.
            {aircraft ? " Return to service is for the licensed person, on the approved data." : ""}
          </Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
        </View>
      </Page>
    </Document>
  );
}

function Signatures({ sheet, date }: Pick<SheetPaper, "sheet" | "date">) {
  const lines: readonly [string, string | null, string | null][] = [
    ["Done", sheet.closedBy, sheet.closedAt],
    ["Checked", sheet.signedBy, sheet.signedAt],
  ];
  return (
    <View style={{ flexDirection: "row", gap: 12 }}>
      {lines.map(([name, by, at]) => (
        <View key={name} style={{ width: 118, borderWidth: 0.8, borderColor: INK, borderRadius: 3, padding: 5 }}>
          <Text style={styles.stamp}>{name}</Text>
          <Text style={styles.head}>{by ?? " "}</Text>
          <Text style={{ fontSize: 8 }}>{at === null ? "not yet" : date(at)}</Text>
        </View>
      ))}
    </View>
  );
}

type Fact = readonly [string, string];

function factsOf({
  sheet,
  date,
  unit,
  temperatureUnit,
}: Pick<SheetPaper, "sheet" | "date" | "unit" | "temperatureUnit">): Fact[] {
  if (sheet.work === "build-check")
    return [
      ["Engine was", sheet.state],
      ...(sheet.note === null ? [] : [["Note", sheet.note] as const]),
      ...(sheet.licensed === null ? [] : [["Released by", sheet.licensed] as const]),
      ["Measured with", sheet.feelerSets.join(", ")],
      ["Begun", `${date(sheet.openedAt)}, ${sheet.openedBy}`],
      [
        "Shafts at",
        sheet.stops.map((s) => `${s.letter} ${Math.round(s.crankDeg)}°`).join(", ") || "none bolted down",
      ],
      ...(sheet.geometry.length === 0 ? [] : [["Geometry", sheet.geometry.join(". ")] as const]),
    ];
  return [
    [
      "Engine was",
      `${sheet.state}${sheet.temperatureC === null ? "" : `, ${temperatureWords(sheet.temperatureC, temperatureUnit)}`}`,
    ],
    ["Why", `${sheet.purpose.replace("-", " ")}${sheet.note === null ? "" : `. ${sheet.note}`}`],
    ...(sheet.work === "preload" ? [["Evenness", sheet.spread ?? "not known"] as const] : []),
    ...(sheet.offset === null ? [] : [["Judged as", sheet.offset] as const]),
    ...(sheet.licensed === null ? [] : [["Released by", sheet.licensed] as const]),
    [
      "Spec from",
      `${sheet.specSource ?? "not given"}${sheet.otherSources.length === 0 ? "" : ` (not: ${sheet.otherSources.join("; ")})`}`,
    ],
    ["Read with", sheet.feelerSets.join(", ")],
    ["Begun", `${date(sheet.openedAt)}, ${sheet.openedBy}`],
    ["Method", `${sheet.method}, margin ${sheet.requiredMarginDeg}°`],
    ["Stops", sheet.stops.map((s) => `${s.letter} ${s.watched ?? `${Math.round(s.crankDeg)}°`}`).join(", ")],
    [
      "Passes",
      `${sheet.survey ? "all read as found first" : "valve by valve"}${sheet.allToAimMm === null ? "" : `, all within ${exactLength(sheet.allToAimMm, unit)} of the target`}`,
    ],
    ...(sheet.lockShiftMm === null
      ? []
      : [["Locking", `moved the lash ${exactLength(sheet.lockShiftMm, unit)}`] as const]),
    ...(sheet.geometry.length === 0 ? [] : [["Geometry", sheet.geometry.join(". ")] as const]),
  ];
}

const fact = ([name, words]: Fact) => (
  <View key={name} style={styles.fact}>
    <Text style={[styles.stamp, { width: 62 }]}>{name}</Text>
    <Text style={{ flex: 1 }}>{words}</Text>
  </View>
);

interface DrawnProps {
  readonly title: string;
  readonly head: DrawnHead;
  readonly width: number;
  readonly sheet: Sheet;
  readonly pick: (valve: SheetValve) => SheetReading | null;
}

/** Shape and word carry the state as well as colour: a full head is in its band, a ring is not, with T or L in it. */
function Drawn({ title, head, width, sheet, pick }: DrawnProps) {
  const scale = Math.min(width / head.width, 165 / head.height);
  const byId = new Map(sheet.valves.map((v) => [v.valve, v]));
  return (
    <View style={{ width }} wrap={false}>
      <Text style={styles.stamp}>{title}</Text>
      <Svg width={head.width * scale} height={head.height * scale} viewBox={`0 0 ${head.width} ${head.height}`}>
        {head.outlines.map((o, i) => (
          <Rect
            key={i}
            x={o.x}
            y={o.y}
            width={o.width}
            height={o.height}
            rx={10}
            stroke={INK}
            strokeWidth={2}
            fill="none"
          />
        ))}
        {head.spots.map((spot) => {
          const valve = byId.get(spot.valve.id);
          const reading = valve === undefined ? null : pick(valve);
          const inBand = reading?.verdict === "in";
          const color = inBand ? "#FFFFFF" : INK;
          return [
            <Circle
              key={spot.valve.id}
              cx={spot.at.x}
              cy={spot.at.y}
              r={spot.radius}
              fill={inBand ? SET : "#FFFFFF"}
              stroke={reading === null ? "#C9C2AF" : inBand ? SET : NOW}
              strokeWidth={reading === null ? 2 : 5}
            />,
            <Text
              key={`${spot.valve.id} text`}
              x={spot.at.x}
              y={spot.at.y + 4}
              textAnchor="middle"
              style={{ fontFamily: "Stamp", fontWeight: 600, fontSize: spot.radius * 0.62, fill: color }}
            >
              {reading === null ? spot.valve.id : figureOf(reading)}
            </Text>,
            <Text
              key={`${spot.valve.id} word`}
              x={spot.at.x}
              y={spot.at.y + spot.radius * 0.68}
              textAnchor="middle"
              style={{ fontFamily: "Stamp", fontSize: spot.radius * 0.4, fill: color }}
            >
              {reading === null
                ? ""
                : inBand
                  ? "in"
                  : reading.verdict === "undecided"
                    ? "?"
                    : verdictIn(valve ?? {}, reading.verdict)}
            </Text>,
          ];
        })}
        {head.cylinders.map((c) => (
          <Text
            key={`c${c.id}`}
            x={c.at.x}
            y={c.at.y}
            textAnchor="middle"
            style={{ fontFamily: "Stamp", fontWeight: 600, fontSize: 22 }}
          >
            {c.id}
          </Text>
        ))}
      </Svg>
    </View>
  );
}

const figureOf = ({ goes, goesMm, read }: SheetReading): string =>
  goesMm === 0 ? "0" : goes.includes("+") ? goesMm.toFixed(2) : (read.split(/[–\s]/)[0] ?? "");

const LINE_COLUMNS: readonly (readonly [string, string])[] = [
  ["Line", "40%"],
  ["Answered", "18%"],
  ["Measured, found", "24%"],
  ["By", "18%"],
];

const Lines = ({ lines }: Pick<Sheet, "lines">) => (
  <Rows
    columns={LINE_COLUMNS}
    rows={lines.map((l) => [l.title.replace(/\.$/, ""), answeredWords(l), foundWords(l), namesOf(l)])}
  />
);

const COLUMNS: readonly (readonly [string, string])[] = [
  ["Valve", "8%"],
  ["Band", "17%"],
  ["As found", "23%"],
  ["Turned", "9%"],
  ["As left", "23%"],
  ["By, with", "20%"],
];

function Table({ sheet, unitOf, late }: Pick<SheetPaper, "sheet" | "unitOf"> & { readonly late: Late }) {
  const told = (v: SheetValve, r: SheetReading | null): string =>
    r === null ? "none" : `${r.read}, ${r.verdict === "in" ? "in band" : verdictIn(v, r.verdict)}`;
  const cells = (v: SheetValve): string[] => [
    v.valve,
    bandWords({ ...v, assumedBand: false }, unitOf(v)) + underWords(v.block),
    v.slack ? "slack" : told(v, v.asFound),
    v.timesSet === 0 ? "no" : v.timesSet === 1 ? "once" : `${v.timesSet} times`,
    `${told(v, v.asLeft)}${v.part === null ? "" : `. Fitted ${v.part}`}${v.reasons.length === 0 ? "" : `. Reason: ${v.reasons.join("; ")}`}`,
    v.asLeft === null ? "" : `${v.asLeft.by}, ${v.asLeft.instrument}${late(v.asLeft)}`,
  ];
  return <Rows columns={COLUMNS} rows={sheet.valves.map(cells)} />;
}

interface RowsProps {
  readonly columns: readonly (readonly [name: string, width: string])[];
  readonly rows: readonly (readonly string[])[];
}

/** A table on paper: its heads on every page, no row broken over two. */
const Rows = ({ columns, rows }: RowsProps) => (
  <View style={{ paddingTop: 6 }}>
    <View style={[styles.row, { borderTopWidth: 0 }]} fixed>
      {columns.map(([name, width]) => (
        <Text key={name} style={[styles.head, { width }]}>
          {name}
        </Text>
      ))}
    </View>
    {rows.map((cells, row) => (
      <View key={row} style={styles.row} wrap={false}>
        {cells.map((text, i) => (
          <Text key={i} style={[{ width: columns[i]?.[1] ?? "10%", paddingRight: 6 }, i === 0 ? styles.head : {}]}>
            {text}
          </Text>
        ))}
      </View>
    ))}
  </View>
);
