/** Readings and verdicts in words. */
import type { TypedUnit } from "../../units/typedLength";
import type { Verdict } from "../../lash/judge";
import { showLength } from "../../units/length";
import type { ReadingEntry } from "../ledger/entry";
import type { LeafMark } from "../ledger/fields";
import type { ReadBetween } from "../ledger/readings";

/** A reading as it is told; one made before the school of feel was asked is two leaves. */
type ReadingWording = ReadBetween & Partial<Pick<ReadingEntry, "school" | "value">>;

const FELT: Record<ReadingEntry["school"], string> = {
  "go-no-go": "",
  drag: "light drag",
  overshoot: "definite drag",
  gauge: "by gauge",
  wire: "by wire",
};

/** A leaf as it is printed, a stack by its sum: "0.03 + 0.45" can't be told from two figures beside another. */
const shown = ({ mm, text }: LeafMark): string =>
  text.includes("+") ? showLength(mm, text.endsWith("in") ? "in" : "mm") : text;

/** The unit in which somebody read it. */
export const readIn = ({ noGo }: Pick<ReadingEntry, "noGo">): TypedUnit => (noGo.text.endsWith("in") ? "in" : "mm");

/** A reading as it was felt: "0.55–0.60 mm", "0.45 mm light drag"; no leaf going reads "none goes, under 0.05 mm". */
export function readingWords({ goes, noGo, school = "go-no-go", value = null }: ReadingWording): string {
  if (value !== null) return `${value.text} ${FELT[school]}`;
  if (goes.mm === 0) return `none goes, under ${shown(noGo)}`;
  const [low, high] = [shown(goes).split(" "), shown(noGo).split(" ")];
  const sameUnit = low.at(-1) === high.at(-1);
  return `${sameUnit ? low.slice(0, -1).join(" ") : low.join(" ")}–${high.join(" ")}`;
}

/** The short figure that stands in a valve head: the leaf that goes, without its unit. */
export const shortReading = ({
  goes,
  value = null,
}: Pick<ReadingEntry, "goes"> & { value?: ReadingEntry["value"] }): string =>
  value !== null
    ? (value.text.split(" ")[0] ?? "")
    : goes.mm === 0
      ? "0"
      : goes.text.includes("+")
        ? goes.mm.toFixed(2)
        : (goes.text.split(" ")[0] ?? "");

export const verdictWords: Record<Verdict, string> = {
  in: "is in spec",
  tight: "is tight",
  loose: "is loose",
  undecided: "is not decided yet",
};
