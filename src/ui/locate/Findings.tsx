import { chakra } from "@chakra-ui/react/styled-system";
import type { Engine } from "@/core/engine/resolve";
import { foundWords, questionWords, seenWords } from "@/core/locate/words";
import { turnWords } from "@/core/stops/crankTurns";
import { type Arc, advance } from "@/core/units/angle/arc";
import { Button } from "../controls/Button";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { type LocatorState } from "./useLocator";

interface Stop {
  readonly letter: string;
  readonly crankDeg: number;
}

interface FindingsProps {
  readonly engine: Engine;
  readonly state: LocatorState;
  readonly arc: Arc | null;
  readonly crankDeg: number;
  readonly stops: readonly Stop[];
  readonly onFound: (deg: number, arc: Arc) => void;
  readonly onOther: () => void;
}

/** Narrow enough to say "you are here". */
const FOUND_DEG = 90;

export function Findings({ engine, state, arc, crankDeg, stops, onFound, onOther }: FindingsProps) {
  const { located, next } = state;
  const { arcs, settable, contradiction } = located;
  if (contradiction.length > 0) {
    const odd = contradiction
      .map((i) => state.seen[i])
      .filter((o) => o !== undefined)
      .map((o) => seenWords(engine, o));
    return (
      <chakra.div p="4" aria-live="polite">
        <Stamp color="now!">This does not fit together</Stamp>
        <chakra.p fontWeight={700} fontSize={{ base: "22px", lg: "26px" }} lineHeight={1.2}>
          Look again: {odd.join("; ")}.
        </chakra.p>
        <chakra.p fontSize="17px" color="soft" pt="2">
          Without {odd.length === 1 ? "that one" : `those ${odd.length}`}, the rest agrees. Touch it in the list to
          take it back.
        </chakra.p>
      </chakra.div>
    );
  }
  const asked = next === null ? null : questionWords(engine, next);
  const found = arcs.length === 1 && arc !== null && arc.spanDeg <= FOUND_DEG;
  return (
    <chakra.div p="4" display="flex" flexDirection="column" gap="3" aria-live="polite">
      {next !== null && asked !== null && (
        <div>
          <Stamp color="now!">{found ? "To be surer" : "Look at this next"}</Stamp>
          <chakra.p fontWeight={700} fontSize={{ base: "22px", lg: "26px" }} lineHeight={1.2}>
            {asked.ask}
          </chakra.p>
          <chakra.div display="flex" flexWrap="wrap" gap="3" pt="2">
            <Button
              type="button"
              kind={found ? "plain" : "now"}
              size="big"
              minWidth="110px"
              justifyContent="center"
              onClick={() => state.answer(next, true)}
            >
              {asked.yes}
            </Button>
            <Button
              type="button"
              size="big"
              minWidth="110px"
              justifyContent="center"
              onClick={() => state.answer(next, false)}
            >
              {asked.no}
            </Button>
          </chakra.div>
        </div>
      )}
      <div>
        <PlateHeading>{found ? "You are here" : "Known so far"}</PlateHeading>
        <chakra.p fontSize="18px">{foundWords(engine, arcs)}</chakra.p>
        {state.seen.length > 0 && (
          <chakra.p fontSize="17px" color={settable.length > 0 ? "ink" : "soft"}>
            {settable.length > 0
              ? `Wherever in there it is, these may be set: ${settable.join(", ")}.`
              : "Nothing may be set for sure yet."}
          </chakra.p>
        )}
        {found && <chakra.p fontSize="17px">{nextStopWords(stops, crankDeg, engine.cycleDeg)}</chakra.p>}
      </div>
      <chakra.div display="flex" flexWrap="wrap" gap="3">
        {found && arc !== null && (
          <Button type="button" kind="now" onClick={() => onFound(crankDeg, arc)}>
            The crank is here
          </Button>
        )}
        {arcs.length > 1 && (
          <Button type="button" onClick={onOther}>
            Draw the other place
          </Button>
        )}
      </chakra.div>
    </chakra.div>
  );
}

function nextStopWords(stops: readonly Stop[], crankDeg: number, cycleDeg: 360 | 720): string {
  const ahead = [...stops].sort(
    (a, b) => advance(crankDeg, a.crankDeg, cycleDeg) - advance(crankDeg, b.crankDeg, cycleDeg),
  );
  const near = stops.find(
    (s) => Math.min(advance(crankDeg, s.crankDeg, cycleDeg), advance(s.crankDeg, crankDeg, cycleDeg)) <= 5,
  );
  const next = ahead.find((s) => s !== near);
  const at = near === undefined ? "" : `This is stop ${near.letter}. `;
  return next === undefined
    ? at
    : `${at}The next stop, ${next.letter}, is ${turnWords(Math.round(advance(crankDeg, next.crankDeg, cycleDeg)))} on.`;
}
