import type { ComponentType } from "react";
import { CrankAnswer } from "./CrankAnswer";
import { HeatAnswer } from "./HeatAnswer";
import { LeafAnswer } from "./LeafAnswer";
import { PreloadAnswer } from "./PreloadAnswer";
import { RockerAnswer } from "./RockerAnswer";
import { ShimAnswer } from "./ShimAnswer";
import { StopsAnswer } from "./StopsAnswer";
import { TapeAnswer } from "./TapeAnswer";
import { TurnAnswer } from "./TurnAnswer";
import type { Given } from "./given";
import type { QuickKind } from "./kinds";

const ANSWERS: Readonly<Record<QuickKind, ComponentType<Given>>> = {
  stops: StopsAnswer,
  crank: CrankAnswer,
  turn: TurnAnswer,
  shim: ShimAnswer,
  preload: PreloadAnswer,
  heat: HeatAnswer,
  tape: TapeAnswer,
  leaf: LeafAnswer,
  rocker: RockerAnswer,
};

/** One quick answer; each starts afresh where another one is chosen. */
export function QuickAnswer({ kind, ...given }: Given & { readonly kind: QuickKind }) {
  const Answer = ANSWERS[kind];
  return <Answer key={kind} {...given} />;
}
