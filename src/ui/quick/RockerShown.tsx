import type { RockerAnswer } from "@/core/quick/rocker";
import { Awaits } from "./QuickPage";
import { RockerTold } from "./RockerTold";

interface Props {
  /** Null while something is not typed yet. */
  readonly answer: RockerAnswer | null;
  readonly onStud: boolean;
}

/** What comes of it, or what is awaited. */
export const RockerShown = ({ answer, onStud }: Props) =>
  answer === null ? (
    <Awaits>
      {onStud
        ? "Type lift, radius, ratio and pushrod, and three widths (or the pivot): the pushrod to order stands here."
        : "Type lift, arm, radius and the pivot: the shim for the stands stands here."}
    </Awaits>
  ) : (
    <RockerTold key={String(answer.stud?.order?.lengthMm ?? "")} answer={answer} />
  );
