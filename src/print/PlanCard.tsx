/** The plan of stops on a card to hang at the engine. */
import { Document, Page, StyleSheet, Text, View } from "@react-pdf/renderer";
import { registerFonts } from "./fonts";
import type { Paper } from "@/core/units/paper";
import { LANDSCAPE_MM, MARGIN_MM, PT_PER_MM } from "./paper";

export interface CardStop {
  readonly letter: string;
  /** "72.0°" at the pulley, or what is watched. */
  readonly where: string;
  /** "144°, two fifths of a turn on"; empty at the first. */
  readonly turn: string;
  /** The sign that proves it. */
  readonly check: string;
  readonly valves: readonly { readonly id: string; readonly marginDeg: number }[];
}
export interface Card {
  readonly title: string;
  readonly engine: string;
  readonly method: string;
  readonly how: string;
  readonly requiredDeg: number;
  readonly rotation: string;
  readonly stops: readonly CardStop[];
  readonly unserved: readonly string[];
  readonly assumptions: readonly string[];
  readonly after: readonly string[];
  readonly paper: Paper;
}

const mm = (length: number): number => length * PT_PER_MM;

const styles = StyleSheet.create({
  page: {
    fontFamily: "Stamp",
    fontWeight: 500,
    fontSize: 12,
    color: "#20302F",
    padding: mm(MARGIN_MM),
    paddingBottom: mm(MARGIN_MM + 6),
  },
  title: { fontWeight: 600, fontSize: 26, lineHeight: 1.1 },
  method: { fontWeight: 600, fontSize: 17, paddingTop: 2 },
  row: { flexDirection: "row", borderTopWidth: 1, borderColor: "#20302F", paddingVertical: 5 },
  letter: { width: 44, fontWeight: 600, fontSize: 26, lineHeight: 1 },
  bold: { fontWeight: 600, fontSize: 14 },
  foot: {
    position: "absolute",
    left: mm(MARGIN_MM),
    right: mm(MARGIN_MM),
    bottom: mm(MARGIN_MM) - 4,
    fontSize: 10,
    flexDirection: "row",
    justifyContent: "space-between",
  },
});

export function PlanCard({
  title,
  engine,
  method,
  how,
  requiredDeg,
  rotation,
  stops,
  unserved,
  assumptions,
  after,
  paper,
}: Card) {
  registerFonts();
  const { width, height } = LANDSCAPE_MM[paper];
  return (
    <Document title={`Stops for ${title}`} creator="Fulcrata">
      <Page size={[mm(width), mm(height)]} style={styles.page}>
        <View style={{ flexDirection: "row", justifyContent: "space-between", paddingBottom: 8 }}>
          <View style={{ width: "68%" }}>
            <Text style={styles.title}>{title}</Text>
            <Text>{engine}</Text>
            <Text style={styles.method}>{method}</Text>
            <Text>{how}.</Text>
          </View>
          <View style={{ width: "30%" }}>
            <Text style={styles.bold}>Turn {rotation} only</Text>
            <Text>
              Past a stop: go back 30° and come up again. Plugs out, starter made safe. Required margin {requiredDeg}
              °.
            </Text>
          </View>
        </View>
        {stops.map((s) => (
          <View key={s.letter} style={styles.row} wrap={false}>
            <Text style={styles.letter}>{s.letter}</Text>
            <View style={{ width: "47%", paddingRight: 10 }}>
              <Text style={styles.bold}>{s.where}</Text>
              <Text>
                {s.turn === "" ? "" : `${s.turn}. `}
                {s.check}
              </Text>
            </View>
            <View style={{ flex: 1, flexDirection: "row", flexWrap: "wrap", gap: 6, alignContent: "flex-start" }}>
              {s.valves.map((v) => (
                <View
                  key={v.id}
                  style={{
                    flexDirection: "row",
                    alignItems: "center",
                    borderWidth: 1,
                    borderColor: "#20302F",
                    borderRadius: 3,
                    paddingHorizontal: 5,
                    paddingVertical: 2,
                    gap: 5,
                  }}
                >
                  <View style={{ width: 11, height: 11, borderWidth: 1, borderColor: "#20302F" }} />
                  <Text style={styles.bold}>{v.id}</Text>
                  <Text style={{ fontSize: 10, color: "#52605C" }}>{Math.floor(v.marginDeg)}°</Text>
                </View>
              ))}
            </View>
          </View>
        ))}
        <View style={[styles.row, { flexDirection: "column" }]} wrap={false}>
          {unserved.length > 0 && (
            <Text style={styles.bold}>NOT SERVED by this method: {unserved.join(", ")}. Set them another way.</Text>
          )}
          {after.map((line) => (
            <Text key={line}>{line}</Text>
          ))}
          {assumptions.map((line) => (
            <Text key={line} style={{ color: "#52605C" }}>
              {line}
            </Text>
          ))}
        </View>
        <View style={styles.foot} fixed>
          <Text>
            The maker&apos;s service data, local rules and licensed practice come first. Made with Fulcrata.
          </Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
        </View>
      </Page>
    </Document>
  );
}
