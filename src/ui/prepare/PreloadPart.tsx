import { showLength } from "@/core/units/length";
import { unitOf } from "@/core/job/words/specs";
import type { EngineFile } from "@/core/engine/engineFile";
import { type GrowthSource, type GrowthSourceId, type GrowthSources, covers } from "@/core/heat/growthSources";
import { DEFAULT_BLEED_MIN } from "@/core/preload/bleedDown";
import { gearForWork, isGear } from "@/core/preload/gear";
import { USUAL_TRAVELS } from "@/core/preload/plunger";
import { type LifterState, ZERO_SCHOOL_NAMES, firstSchool } from "@/core/preload/zeroLash";
import { jobRoles } from "@/core/job/prepare";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { TurnMeaning } from "../preload/TurnMeaning";
import { Choice } from "./Choice";

interface Props {
  readonly file: EngineFile;
  readonly ways: GrowthSources;
  readonly lifters: LifterState | null;
  readonly onLifters: (lifters: LifterState) => void;
  readonly travelMm: number | null;
  readonly onTravel: (mm: number | null) => void;
  readonly turns: number;
  readonly onTurns: (turns: number) => void;
  readonly wayId: GrowthSourceId | null;
  readonly onWay: (id: GrowthSourceId | null) => void;
  readonly bleedMinutes: number;
  readonly wrong: (path: string) => string | undefined;
}

const UNKNOWN = "unknown";

/** What a preload job asks: whether the lifters are full of oil, how far in, and what heat does to it. */
export function PreloadPart({
  file,
  ways,
  lifters,
  onLifters,
  travelMm,
  onTravel,
  turns,
  onTurns,
  wayId,
  onWay,
  bleedMinutes,
  wrong,
}: Props) {
  const gear = gearForWork(file.adjuster ?? {}, travelMm);
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
      <section>
        <PlateHeading pb="2">How far in</PlateHeading>
        {isGear(gear) ? (
          <TurnMeaning
            gear={gear}
            turns={turns}
            onTurns={onTurns}
            growthMm={mostGrowth(way)}
            growthFrom={way === null ? null : way.name.toLowerCase()}
          />
        ) : (
          <Complaint>{gear.why}</Complaint>
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
              label: `${w.name}: ${showLength(mostGrowth(w), unitOf(file)).replace("-", "−")}`,
              note: w.evidence,
            })),
            { value: "none", label: "Not counted with", note: "The plunger is judged cold only." },
          ]}
        />
      )}
    </>
  );
}

/** The larger of the roles' growths: it takes most from the preload. */
const mostGrowth = (way: GrowthSource | null): number =>
  way === null ? 0 : Math.max(way.growth.intake?.growthMm ?? 0, way.growth.exhaust?.growthMm ?? 0);
