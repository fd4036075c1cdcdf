import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Engine } from "@/core/engine/resolve";
import type { Observation } from "@/core/locate/observation";
import { seenWords } from "@/core/locate/words";
import { ROLE_LETTER, capital } from "@/core/job/words/names";
import { Button } from "../controls/Button";
import { Stamp } from "../controls/Stamp";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { ViewPicker } from "../drawings/HeadMap/ViewPicker";
import { useHeadView } from "../drawings/HeadMap/useHeadView";
import { type LocatorState, TOOLS, type Target } from "./useLocator";

const SAID: Readonly<Record<string, string>> = {
  loose: "loose",
  pressed: "press",
  moves: "moved",
  still: "still",
  opening: "opens",
  closing: "closes",
};

function seenMarks(engine: Engine, state: LocatorState): Record<string, ValveMark> {
  return Object.fromEntries(
    engine.valves.map((v) => {
      const at = state.seen.findIndex((o) => "valve" in o && o.valve === v.id && o.no !== true);
      const seen = state.seen[at];
      const letter = ROLE_LETTER[v.role];
      if (seen === undefined)
        return [v.id, { look: "elsewhere", text: letter, label: `${v.cylinder} ${v.role}: nothing said` }];
      return [
        v.id,
        {
          look: state.located.contradiction.includes(at) ? "open" : "here",
          text: SAID[seen.kind] ?? letter,
          label: seenWords(engine, seen),
        },
      ];
    }),
  );
}

/** What was said of a cylinder, under its number. */
function cylinderNotes(engine: Engine, seen: readonly Observation[]): Record<string, string> {
  const words = { rocking: "rocking", away: "lobes away", pressure: "pushes air", rotor: "rotor here" } as const;
  return Object.fromEntries(
    engine.cylinders.map((c) => {
      const said = seen.find((o) => "cylinder" in o && o.cylinder === c.id && o.no !== true);
      return [c.id, said !== undefined && said.kind in words ? words[said.kind as keyof typeof words] : ""];
    }),
  );
}

const WHERE: Readonly<Record<Target, string>> = { mark: "which mark", cylinder: "the cylinder", valve: "the valve" };

interface TouchProps {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly state: LocatorState;
  readonly marks: readonly number[];
}

/** First what is seen, then where. */
export function Touch({ file, engine, state, marks }: TouchProps) {
  const [view, setView] = useHeadView(file.name);
  const tool = TOOLS.find((t) => t.id === state.tool) ?? TOOLS[0];
  return (
    <chakra.div display="flex" flexDirection="column" gap="3">
      <chakra.div role="group" aria-label="What you see" display="flex" flexWrap="wrap" gap="2">
        {state.offered.map((t) => (
          <Button
            key={t.id}
            type="button"
            size="big"
            px="3"
            aria-pressed={t.id === state.tool}
            bg={t.id === state.tool ? "ink" : "sheet"}
            color={t.id === state.tool ? "paper" : "ink"}
            _hover={{}}
            onClick={() => state.setTool(t.id)}
          >
            {t.label}
          </Button>
        ))}
      </chakra.div>
      <chakra.div display="flex" flexWrap="wrap" justifyContent="space-between" alignItems="center" gap="2">
        <Stamp bg="sheet" px="1" color="now!">
          Now touch {WHERE[tool.target]}
        </Stamp>
        <ViewPicker file={file} view={view} onView={setView} />
      </chakra.div>
      {tool.target === "mark" && (
        <chakra.div display="flex" flexWrap="wrap" gap="2">
          {marks.map((deg) => {
            const said = state.seen.some((o) => o.kind === "mark" && o.markDeg === deg && o.no !== true);
            const label = capital(engine.markNames[deg] ?? `mark at ${deg}°`);
            return (
              <Button
                key={deg}
                type="button"
                size="big"
                aria-pressed={said}
                borderWidth={said ? "4px" : "1.5px"}
                onClick={() => state.touchMark(deg)}
              >
                {label}
                {said ? " ✓" : ""}
              </Button>
            );
          })}
        </chakra.div>
      )}
      {state.complaint !== null && (
        <chakra.p role="alert" fontSize="17px" fontWeight={600} color="now">
          {state.complaint}
        </chakra.p>
      )}
      <HeadMap
        file={file}
        view={view}
        marks={seenMarks(engine, state)}
        notes={cylinderNotes(engine, state.seen)}
        {...(tool.target === "valve" ? { onPick: state.touch } : {})}
        {...(tool.target === "cylinder"
          ? {
              onPickCylinder: state.touch,
              cylinderLabel: (id: string) => `Cylinder ${id}: ${tool.label.toLowerCase()}`,
            }
          : {})}
      />
      <Seen engine={engine} state={state} />
    </chakra.div>
  );
}

/** What was seen, each to be taken back; what does not fit the rest is named. */
function Seen({ engine, state }: { readonly engine: Engine; readonly state: LocatorState }) {
  if (state.seen.length === 0) return null;
  return (
    <chakra.div bg="sheet">
      <chakra.ul listStyleType="none" m="0" p="0" display="flex" flexWrap="wrap" gap="2" aria-label="What was seen">
        {state.seen.map((o, i) => {
          const odd = state.located.contradiction.includes(i);
          return (
            <li key={JSON.stringify(o)}>
              <Button
                type="button"
                onClick={() => state.remove(i)}
                borderColor={odd ? "now" : "edge"}
                borderWidth={odd ? "3px" : "1.5px"}
                aria-label={`Take back: ${seenWords(engine, o)}`}
              >
                {odd ? "✕ " : ""}
                {seenWords(engine, o)}
                {odd ? ": does not fit" : ""}
              </Button>
            </li>
          );
        })}
        <li>
          <Button type="button" kind="quiet" onClick={state.clear}>
            Start over
          </Button>
        </li>
      </chakra.ul>
    </chakra.div>
  );
}
