/** What is told of a follower that is set to a height: its gap is read under a block, and small means that it stands high. */
import type { Verdict } from "../../lash/judge";
import type { LashSpec } from "../../lash/spec";
import type { HeightBlock } from "../../engine/height";
import type { LengthUnit } from "../../units/length";
import type { JobValve } from "../job";
import { verdictWords } from "./readings";
import { bandWords } from "./specs";

type Blocked = Pick<JobValve, "block">;

/** " under the 62.00 mm block"; nothing where a lash is read. */
export const underWords = (block: HeightBlock | undefined): string =>
  block === undefined ? "" : ` under the ${block.text} block`;

/** The band of a valve: "0.25–0.35 mm", and under which block. */
export const bandUnder = ({ spec, block }: { readonly spec: LashSpec } & Blocked, unit: LengthUnit): string =>
  bandWords(spec, unit) + underWords(block);

const HEIGHTS: Record<Verdict, string> = {
  in: "is in spec",
  tight: "stands too high",
  loose: "stands too low",
  undecided: "is not decided yet",
};

export const verdictOn = ({ block }: Blocked, verdict: Verdict): string =>
  (block === undefined ? verdictWords : HEIGHTS)[verdict];

/** In a word or two: "tight", "too high". */
export const verdictIn = ({ block }: Blocked, verdict: Verdict | string): string =>
  block === undefined ? verdict : verdict === "tight" ? "too high" : verdict === "loose" ? "too low" : verdict;

/** What is read at a valve: the valve itself, or the gap under its block. */
export const readWhat = (name: string, { block }: Blocked): string =>
  block === undefined ? name : `the gap${underWords(block)} at ${name}`;
