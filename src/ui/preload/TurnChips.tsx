import { chakra } from "@chakra-ui/react/styled-system";
import { type PreloadGear, spokenTurns, meaningOf } from "@/core/preload/gear";
import { plungerWords, depthFigure, depthWords } from "@/core/preload/plunger";
import { turnsWords } from "@/core/preload/turning";
import { fractionFigure } from "@/core/units/turns";
import { Stamp } from "../controls/Stamp";

interface Props {
  readonly gear: PreloadGear;
  readonly growthMm: number;
  readonly value: number;
  readonly onChange: (turns: number) => void;
}

/** Short for a chip; in full it is said of the turn that is taken. */
const MARK = { in: "✓", shallow: "shallow", deep: "deep" } as const;

/** What each turn that people speak of means on this stud, rocker and block: each can be taken. */
export function TurnChips({ gear, growthMm, value, onChange }: Props) {
  return (
    <chakra.div
      role="group"
      aria-label="Turns past zero lash"
      display="flex"
      flexDirection="column"
      gap="1"
      minWidth="0"
    >
      <Stamp>
        Turns in: plunger cold{growthMm === 0 ? "" : ", hot"}, {gear.plunger.unit ?? "mm"}
      </Stamp>
      <chakra.div display="grid" gridTemplateColumns="repeat(auto-fill, minmax(60px, 1fr))" gap="1">
        {spokenTurns(gear.plunger).map((turns) => {
          const m = meaningOf(turns, gear, growthMm);
          const on = Math.abs(turns - value) < 1e-6;
          return (
            <chakra.button
              key={turns}
              type="button"
              aria-pressed={on}
              onClick={() => onChange(turns)}
              minHeight="76px"
              px="1"
              py="1"
              cursor="pointer"
              borderRadius="plate"
              border={on ? "4px solid" : "1.5px solid"}
              borderColor={on ? "now" : m.verdict === "in" ? "set" : "edge"}
              bg={m.verdict === "in" ? "sheet" : "nowWash"}
              color="ink"
              textAlign="center"
              aria-label={`${turnsWords(turns)}: nut ${depthWords(m.nutMm, gear.plunger)}, plunger ${depthWords(m.coldMm, gear.plunger)}${growthMm === 0 ? "" : `, hot ${depthWords(m.hotMm, gear.plunger)}`}, ${plungerWords(m.verdict, gear.plunger)}`}
            >
              <chakra.span display="block" fontFamily="stamp" fontWeight={600} fontSize="20px" lineHeight={1.1}>
                {fractionFigure(turns)}
              </chakra.span>
              <chakra.span display="block" fontFamily="mono" fontSize="15px" lineHeight={1.25}>
                {depthFigure(m.coldMm, gear.plunger)}
              </chakra.span>
              {growthMm !== 0 && (
                <chakra.span
                  display="block"
                  fontFamily="mono"
                  fontSize="15px"
                  lineHeight={1.25}
                  color={m.verdict === "in" ? "now" : "ink"}
                >
                  {depthFigure(m.hotMm, gear.plunger)}
                </chakra.span>
              )}
              <chakra.span
                display="block"
                fontFamily="stamp"
                fontWeight={600}
                fontSize="15px"
                color={m.verdict === "in" ? "set" : "ink"}
              >
                {MARK[m.verdict]}
              </chakra.span>
            </chakra.button>
          );
        })}
      </chakra.div>
    </chakra.div>
  );
}
