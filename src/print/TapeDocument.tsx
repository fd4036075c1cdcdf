/** The tape on sheets to be printed at true scale. */
import { Document, Line, Page, StyleSheet, Svg, Text, View } from "@react-pdf/renderer";
import type { TapeMark, TapePiece } from "@/core/stops/tape";
import { registerFonts } from "./fonts";
import type { Paper } from "@/core/units/paper";
import { LANDSCAPE_MM, MARGIN_MM, PT_PER_MM } from "./paper";
import { type PieceDrawing, PIECE_HEIGHT_MM, drawPiece } from "./tapeLines";

export interface TapeSheet {
  readonly title: string;
  readonly method: string;
  readonly circumferenceMm: number;
  readonly rotation: "clockwise" | "counterclockwise" | null;
  readonly marks: readonly TapeMark[];
  readonly pieces: readonly TapePiece[];
  readonly overlapMm: number;
  readonly paper: Paper;
}

const mm = (length: number): number => length * PT_PER_MM;
const GAP_MM = 6;
const HEAD_MM = 34;
const FOOT_MM = 8;

const styles = StyleSheet.create({
  page: { fontFamily: "Stamp", fontWeight: 500, fontSize: 11, color: "#20302F" },
  placed: { position: "absolute" },
  title: { fontWeight: 600, fontSize: 20 },
  row: { flexDirection: "row", borderBottomWidth: 0.5, borderColor: "#8A8470", paddingVertical: 2.5 },
  cell: { fontFamily: "Mono", fontSize: 11 },
});

/** How many pieces stand on one sheet. */
const perSheet = (paper: Paper): number =>
  Math.floor((LANDSCAPE_MM[paper].height - 2 * MARGIN_MM - HEAD_MM - FOOT_MM) / (PIECE_HEIGHT_MM + GAP_MM));

export function TapeDocument(sheet: TapeSheet) {
  registerFonts();
  const { pieces, paper, overlapMm, title } = sheet;
  const { width, height } = LANDSCAPE_MM[paper];
  const each = perSheet(paper);
  const sheets = Array.from({ length: Math.ceil(pieces.length / each) }, (_, i) =>
    pieces.slice(i * each, (i + 1) * each),
  );
  const size: [number, number] = [mm(width), mm(height)];
  return (
    <Document title={`Tape for ${title}`} creator="Fulcrata">
      {sheets.map((own, s) => (
        <Page key={s} size={size} style={styles.page}>
          <Heading sheet={sheet} text={`Sheet ${s + 1} of ${sheets.length + 1}`} />
          {own.map((piece, i) => (
            <Piece
              key={piece.fromMm}
              drawing={drawPiece(piece, s * each + i === pieces.length - 1, overlapMm)}
              topMm={MARGIN_MM + HEAD_MM + i * (PIECE_HEIGHT_MM + GAP_MM)}
            />
          ))}
        </Page>
      ))}
      <Page size={size} style={styles.page}>
        <Heading sheet={sheet} text={`Sheet ${sheets.length + 1} of ${sheets.length + 1}`} />
        <View
          style={[
            styles.placed,
            { left: mm(MARGIN_MM), top: mm(MARGIN_MM + HEAD_MM), width: mm(width - 2 * MARGIN_MM) },
          ]}
        >
          <Table marks={sheet.marks} />
        </View>
      </Page>
    </Document>
  );
}

function Heading({ sheet, text }: { readonly sheet: TapeSheet; readonly text: string }) {
  const against =
    sheet.rotation === null
      ? "against the running direction"
      : sheet.rotation === "clockwise"
        ? "counterclockwise"
        : "clockwise";
  return (
    <View style={[styles.placed, { left: mm(MARGIN_MM), top: mm(MARGIN_MM), right: mm(MARGIN_MM) }]}>
      <View style={{ flexDirection: "row", justifyContent: "space-between" }}>
        <Text style={styles.title}>{sheet.title}</Text>
        <Text>{text}</Text>
      </View>
      <Text>
        {sheet.method} · pulley {sheet.circumferenceMm.toFixed(1)} mm round
      </Text>
      <Text>
        Print at 100 percent, not fitted to the page, and measure the check rule. Glue the pieces at the dashed lines.
        Lay the first edge on the pulley&apos;s TDC mark and the strip {against} round from there: then its letters
        come up in their order.
      </Text>
    </View>
  );
}

function Piece({ drawing, topMm }: { readonly drawing: PieceDrawing; readonly topMm: number }) {
  return (
    <View style={[styles.placed, { left: mm(MARGIN_MM), top: mm(topMm) }]}>
      <Svg width={mm(drawing.widthMm)} height={mm(drawing.heightMm)}>
        {drawing.lines.map((l, i) => (
          <Line
            key={i}
            x1={mm(l.x1)}
            y1={mm(l.y1)}
            x2={mm(l.x2)}
            y2={mm(l.y2)}
            stroke="#000000"
            strokeWidth={mm(l.widthMm)}
            {...(l.dashed === true ? { strokeDasharray: "4 3" } : {})}
          />
        ))}
      </Svg>
      {drawing.words.map((w, i) => (
        <Text
          key={i}
          style={[
            styles.placed,
            {
              fontSize: mm(w.sizeMm),
              fontWeight: w.bold === true ? 600 : 500,
              lineHeight: 1,
              top: mm(w.y - w.sizeMm * 0.85),
              width: mm(60),
              left: mm(w.x - (w.anchor === "start" ? 0 : w.anchor === "end" ? 60 : 30)),
              textAlign: w.anchor === "start" ? "left" : w.anchor === "end" ? "right" : "center",
            },
          ]}
        >
          {w.text}
        </Text>
      ))}
    </View>
  );
}

const WIDTHS = ["12%", "18%", "18%", "34%", "18%"] as const;

function Table({ marks }: { readonly marks: readonly TapeMark[] }) {
  const rows = [
    ["Stops", "Mark", "Along, mm", "Along, to the nearest 1/32 in (its error)", "Crank"],
    ...marks.map((m) => [
      m.stopLabels.join(" "),
      `${Math.round(m.markDeg * 10) / 10}°`,
      m.alongMm.toFixed(1),
      `${m.inches.text}  (${m.inches.errorDeg >= 0 ? "+" : "−"}${Math.abs(m.inches.errorDeg).toFixed(2)}°)`,
      m.stopsDeg.map((d) => `${Math.round(d * 10) / 10}°`).join(", "),
    ]),
  ];
  return (
    <>
      {rows.map((cells, r) => (
        <View key={r} style={styles.row} wrap={false}>
          {cells.map((text, c) => (
            <Text
              key={c}
              style={[
                r === 0 || c === 0 ? { fontWeight: 600, fontSize: 12 } : styles.cell,
                { width: WIDTHS[c] ?? "18%" },
              ]}
            >
              {text}
            </Text>
          ))}
        </View>
      ))}
    </>
  );
}
