import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import { type PreloadGear, coldWindow, meaningOf, turnsForMm } from "@/core/preload/gear";
import { plungerWords, depthFigure, depthWords, travelWords } from "@/core/preload/plunger";
import { exactLength } from "@/core/units/length";
import { turnsWords } from "@/core/preload/turning";
import { capital } from "@/core/job/words/names";
import { LifterDrawing } from "../drawings/Lifter/LifterDrawing";
import { TurnChips } from "./TurnChips";

interface Props {
  readonly gear: PreloadGear;
  readonly growthMm: number;
  /** From where the growth is known; null where heat is not counted with. */
  readonly growthFrom: string | null;
  readonly turns: number;
  readonly onTurns?: (turns: number) => void;
}

/** What half a turn means here, and why a friend's three quarters is not wrong. */
export function TurnMeaning({ gear, growthMm, growthFrom, turns: given, onTurns }: Props) {
  const [looked, setLooked] = useState(given);
  const turns = onTurns === undefined ? looked : given;
  const m = meaningOf(turns, gear, growthMm);
  const window = coldWindow(gear, growthMm);
  const [least, most] = [turnsForMm(window.lowMm, gear), turnsForMm(window.highMm, gear)];
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "1fr", sm: "minmax(180px, 240px) minmax(0, 1fr)" }}
      gap="4"
      alignItems="start"
    >
      <chakra.div maxHeight="240px">
        <LifterDrawing
          plunger={gear.plunger}
          coldMm={m.coldMm}
          hotMm={growthMm === 0 ? null : m.hotMm}
          wireMm={null}
          label={`A lifter cut open, ${turnsWords(turns)} past zero lash: plunger ${depthWords(m.coldMm, gear.plunger)} of ${travelWords(gear.plunger)}${growthMm === 0 ? "" : `, hot ${depthWords(m.hotMm, gear.plunger)}`}`}
        />
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="2" minWidth="0">
        <chakra.p fontSize="19px" fontWeight={600} lineHeight={1.3}>
          {capital(turnsWords(turns))}: the nut goes {depthWords(m.nutMm, gear.plunger)}, the plunger{" "}
          {depthFigure(m.coldMm, gear.plunger)} of its {travelWords(gear.plunger)}
          {growthMm === 0 ? "" : `, and hot it stands ${depthWords(m.hotMm, gear.plunger)} deep`}. It is{" "}
          {plungerWords(m.verdict, gear.plunger)}.
        </chakra.p>
        <chakra.p fontSize="16px" color="soft">
          {sums(gear)}
          {growthFrom === null
            ? ""
            : ` Heat opens the gap by ${depthWords(growthMm, gear.plunger)} at the valve, ${depthFigure(growthMm / (gear.ratio ?? 1), gear.plunger)} at the plunger (${growthFrom}).`}
        </chakra.p>
        <TurnChips gear={gear} growthMm={growthMm} value={turns} onChange={onTurns ?? setLooked} />
        <chakra.p fontSize="16px">
          {least > most
            ? "No turn keeps it in its window cold and hot: look at the figures."
            : `Anything from ${turnsWords(least)} to ${turnsWords(most)} keeps it in its window, cold and hot. All alike matters more than which.`}
        </chakra.p>
      </chakra.div>
    </chakra.div>
  );
}

const sums = ({ at, ratio, pitchMm, m, plunger: { unit = "mm" } }: PreloadGear): string => {
  const lever = at === "stud-nut" ? `(1 + 1/${ratio})` : at === "valve-end" ? `1/${ratio}` : "1";
  return `One turn is ${exactLength(pitchMm, unit)} of nut and ${exactLength(pitchMm * m, unit)} of plunger: ${exactLength(pitchMm, unit)} × ${lever}. Many count the nut's travel alone.`;
};
