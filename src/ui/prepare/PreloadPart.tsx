import { showLength } from "@/core/units/length";
import { unitOf } from "@/core/job/words/specs";
import type { EngineFile } from "@/core/engine/engineFile";
import { type GrowthSourceId, type GrowthSources, covers, mostGrowthMm } from "@/core/heat/growthSources";
import { DEFAULT_BLEED_MIN } from "@/core/preload/bleedDown";
import {
  type GearProblem,
  type PreloadGear,
  coldWindow,
  isGear,
  meaningOf,
  nutTravelMm,
  plungerTravelMm,
} from "@/core/preload/gear";
import { type DepthSchool, USUAL_TRAVELS, depthWords } from "@/core/preload/plunger";
import { canBeProven } from "@/core/preload/proof";
import { type LifterState, ZERO_SCHOOL_NAMES, firstSchool } from "@/core/preload/zeroLash";
import { jobRoles } from "@/core/job/prepare";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { TurnMeaning } from "../preload/TurnMeaning";
import { Choice } from "./Choice";

interface Props {
  readonly file: EngineFile;
  readonly ways: GrowthSources;
  readonly lifters: LifterState | null;
  readonly onLifters: (lifters: LifterState) => void;
  readonly travelMm: number | null;
  readonly onTravel: (mm: number | null) => void;
  /** The gear as the chosen school judges it. */
  readonly gear: PreloadGear | GearProblem;
  readonly depth: DepthSchool;
  readonly onDepth: (depth: DepthSchool) => void;
  readonly turns: number;
  readonly onTurns: (turns: number) => void;
  /** Wires at the first lifter are to prove these turns. */
  readonly proof: boolean;
  readonly onProof: (proof: boolean) => void;
  readonly wayId: GrowthSourceId | null;
  readonly onWay: (id: GrowthSourceId | null) => void;
  readonly bleedMinutes: number;
  readonly wrong: (path: string) => string | undefined;
}

/** Outside the window by the levers, and wires could show it to be right all the same. */
const provable = (turns: number, gear: PreloadGear, growthMm: number): boolean =>
  meaningOf(turns, gear, growthMm).verdict !== "in" && canBeProven(turns, gear, coldWindow(gear, growthMm));

const UNKNOWN = "unknown";

/** What a preload job asks: whether the lifters are full of oil, how far in, and what heat does to it. */
export function PreloadPart({
  file,
  ways,
  lifters,
  onLifters,
  travelMm,
  onTravel,
  gear,
  depth,
  onDepth,
  turns,
  onTurns,
  proof,
  onProof,
  wayId,
  onWay,
  bleedMinutes,
  wrong,
}: Props) {
  const roles = jobRoles(file);
  const usable = !isGear(gear) || gear.ratio === null ? [] : ways.sources.filter((w) => covers(w, roles));
  const way = usable.find((w) => w.id === wayId) ?? null;
  const school = (state: LifterState): string => ZERO_SCHOOL_NAMES[firstSchool(state).school].name.toLowerCase();
  return (
    <>
      <Choice
        legend="These lifters"
        name="lifters"
        value={lifters}
        onChange={onLifters}
        error={wrong("lifters")}
        options={[
          {
            value: "run",
            label: "Have run",
            note: `Full of oil. Zero lash by ${school("run")} first; the crank waits ${bleedMinutes || DEFAULT_BLEED_MIN} minutes after the last squeeze.`,
          },
          {
            value: "dry",
            label: "New and dry",
            note: `Only their springs hold them. Zero lash by ${school("dry")} first; nothing has to bleed down.`,
          },
        ]}
      />
      {file.adjuster?.plunger?.travel === undefined && (
        <Choice
          legend="How far their plungers travel"
          name="travel"
          value={travelMm === null ? UNKNOWN : String(travelMm)}
          onChange={(v) => onTravel(v === UNKNOWN ? null : Number(v))}
          error={wrong("travelMm")}
          options={[
            ...USUAL_TRAVELS.map(({ mm, inch }) => ({ value: String(mm), label: `${mm} mm, ${inch}` })),
            {
              value: UNKNOWN,
              label: "Not known",
              note: "Then nothing is told that goes beyond the smallest. Wires at the plunger show it; its maker says it.",
            },
          ]}
        />
      )}
      <Choice
        legend="How deep"
        name="depth"
        value={depth}
        onChange={onDepth}
        error={wrong("depth")}
        options={[
          {
            value: "middle",
            label: "Well inside its travel",
            note: "The middle school: at least half a millimeter (.020 in) from either end. Forgives wear, heat and unequal valves.",
          },
          {
            value: "shallow",
            label: "Just below zero lash",
            note: "The shallow school: 0.05 to 0.30 mm (.002 to .012 in) hot. A lifter that pumps up can't hold its valve open; heat must be counted, and it ticks where it reaches zero.",
          },
        ]}
      />
      <section>
        <PlateHeading pb="2">How far in</PlateHeading>
        {isGear(gear) ? (
          <TurnMeaning
            gear={gear}
            turns={turns}
            onTurns={onTurns}
            growthMm={mostGrowthMm(way)}
            growthFrom={way === null ? null : way.name.toLowerCase()}
          />
        ) : (
          <Complaint>{gear.why}</Complaint>
        )}
        {isGear(gear) && provable(turns, gear, mostGrowthMm(way)) && (
          <Tick
            on={proof}
            onChange={onProof}
            look="framed"
            label="Begin with these turns: wires at the first lifter prove them"
            note={`Counted by the nut alone it is ${depthWords(nutTravelMm(turns, gear), gear.plunger)}, through the levers ${depthWords(plungerTravelMm(turns, gear), gear.plunger)}. The valley must be open; nothing else is turned before the wires have said it.`}
          />
        )}
        {wrong("targetTurns") !== undefined && <Complaint role="alert">{wrong("targetTurns")}</Complaint>}
      </section>
      {usable.length > 0 && (
        <Choice
          legend="What heat takes"
          name="way"
          value={wayId ?? "none"}
          onChange={(v) => onWay(v === "none" ? null : v)}
          error={wrong("heatWay")}
          options={[
            ...usable.map((w) => ({
              value: w.id as GrowthSourceId | "none",
              label: `${w.name}: ${showLength(mostGrowthMm(w), unitOf(file)).replace("-", "−")}`,
              note: w.evidence,
            })),
            { value: "none", label: "Left out", note: "The plunger is judged cold only." },
          ]}
        />
      )}
    </>
  );
}
