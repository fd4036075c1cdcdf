import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { LeafMark } from "@/core/job/ledger/fields";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { UsualLength } from "@/core/units/typedLength";
import { Button } from "../controls/Button";
import { Complaint } from "../controls/Stamp";
import { TwoSizes } from "../controls/TwoSizes";
import { LeafStrip } from "./LeafStrip";
import { type Taps, pairOf, tapBlade } from "./taps";

interface Props {
  readonly set: FeelerSet;
  /** What is held to it: "wire", "leaf". */
  readonly what: string;
  /** What such a size usually is, where it is typed. */
  readonly usual: UsualLength;
  readonly submit: string;
  readonly now?: boolean;
  readonly onHold: (goes: LeafMark, noGo: LeafMark) => void;
}

/** The thickest of a set that goes and the thinnest that does not, by taps; a size that no leaf has is typed. */
export function LeafPair({ set, what, usual, submit, now = false, onHold }: Props) {
  const [taps, setTaps] = useState<Taps>({});
  const { goes, noGo, problem } = pairOf(taps, set);
  const whole = problem === null && goes !== null && noGo !== null;
  return (
    <chakra.div minWidth="0" display="flex" flexDirection="column" gap="2">
      <LeafStrip
        set={set}
        taps={taps}
        tryKey={null}
        school="go-no-go"
        low
        onTap={(key) => setTaps((before) => tapBlade(before, key, "go-no-go"))}
        onClear={() => setTaps({})}
      />
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
      <Button
        type="button"
        size="big"
        kind={now ? "now" : "plain"}
        disabled={!whole}
        onClick={() => {
          if (goes !== null && noGo !== null) onHold(goes, noGo);
        }}
      >
        {whole ? `${submit}: ${goes.text} goes, ${noGo.text} does not` : missing(goes, noGo)}
      </Button>
      <chakra.details>
        <chakra.summary fontSize="16px" minHeight="44px" display="list-item" cursor="pointer">
          Type a size instead
        </chakra.summary>
        <TwoSizes what={what} usual={usual} submit={submit} onHold={onHold} />
      </chakra.details>
    </chakra.div>
  );
}

const missing = (goes: LeafMark | null, noGo: LeafMark | null): string =>
  goes === null && noGo === null
    ? "Tap what goes, and twice what does not"
    : goes === null
      ? "Tap what goes as well"
      : "Tap twice what does not go";
