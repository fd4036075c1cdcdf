/** What sheets and books look like on paper. */
import { StyleSheet } from "@react-pdf/renderer";
import { MARGIN_MM, PT_PER_MM } from "./paper";

export const mm = (length: number): number => length * PT_PER_MM;
export const INK = "#20302F";
export const SOFT = "#52605C";
export const SET = "#2E6B4A";
export const NOW = "#C8401C";

export const styles = StyleSheet.create({
  page: {
    fontFamily: "Stamp",
    fontWeight: 500,
    fontSize: 10,
    color: INK,
    padding: mm(MARGIN_MM),
    paddingBottom: mm(MARGIN_MM + 6),
  },
  title: { fontWeight: 600, fontSize: 24, lineHeight: 1.1 },
  stamp: { fontWeight: 600, fontSize: 9, color: SOFT, textTransform: "uppercase" },
  row: { flexDirection: "row", borderTopWidth: 0.6, borderColor: "#C9C2AF", paddingVertical: 1.4 },
  head: { fontWeight: 600 },
  fact: { flexDirection: "row", paddingVertical: 1 },
  foot: {
    position: "absolute",
    left: mm(MARGIN_MM),
    right: mm(MARGIN_MM),
    bottom: mm(MARGIN_MM) - 4,
    fontSize: 8,
    flexDirection: "row",
    justifyContent: "space-between",
    color: SOFT,
  },
});
