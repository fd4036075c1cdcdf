import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { exactLength } from "@/core/units/length";
import type { LeafMark } from "@/core/job/ledger/fields";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { LeafStrip } from "../leaves/LeafStrip";
import { type Taps, pairOf, tapBlade } from "../leaves/taps";
import type { TypedReading } from "./readingsTyped";

interface Props {
  readonly set: FeelerSet;
  /** As it would be typed; empty where nothing is said. */
  readonly onRead: (reading: TypedReading) => void;
  /** The valve after this one; null at the last. */
  readonly next: string | null;
  readonly onNext: (valve: string | null) => void;
}

/** The valve in hand read by taps, as in the run: what is tapped stands in its fields at once. */
export function ByLeaves({ set, onRead, next, onNext }: Props) {
  const [taps, setTaps] = useState<Taps>({});
  const { goes, noGo, problem } = pairOf(taps, set);
  const unit = set.system === "metric" ? "mm" : "in";
  // A leaf as it is marked; a stack, and that none goes, as the figure that it comes to.
  const written = (mark: LeafMark | null): string =>
    mark === null ? "" : /^[.\d]+ (mm|in)$/.test(mark.text) ? mark.text : exactLength(mark.mm, unit);
  function tapped(now: Taps): void {
    setTaps(now);
    const pair = pairOf(now, set);
    onRead({ goes: written(pair.goes), noGo: written(pair.noGo) });
  }
  return (
    <chakra.div minWidth="0">
      <LeafStrip
        set={set}
        taps={taps}
        tryKey={null}
        school="go-no-go"
        onTap={(key) => tapped(tapBlade(taps, key, "go-no-go"))}
        onClear={() => tapped({})}
      />
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
      <Button
        type="button"
        size="big"
        disabled={problem !== null || goes === null || noGo === null}
        onClick={() => onNext(next)}
      >
        {next === null ? "That was the last" : `Next: ${next}`}
      </Button>
    </chakra.div>
  );
}
