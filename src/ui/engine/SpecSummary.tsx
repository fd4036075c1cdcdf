import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineFile } from "@/core/engine/engineFile";
import { lashSpec, specRoles } from "@/core/lash/spec";
import { type Measured, proposedSource, growthSourcesOf } from "@/core/heat/growthSources";
import { isGear, gearForWork } from "@/core/preload/gear";
import { fileTurns } from "@/core/job/tasks/preload/plan";
import { jobRoles } from "@/core/job/prepare";
import { specUnit, specWords } from "@/core/job/words/specs";
import { Stamp } from "../controls/Stamp";
import { adjusterWords } from "./adjusterWords";
import { TurnMeaning } from "../preload/TurnMeaning";
import { specQuestions } from "@/core/heat/specQuestions";

/** The spec as it is written down, with its state and source. */
export function SpecSummary({ file, measured }: { readonly file: EngineFile; readonly measured: Measured }) {
  const { lash, adjuster } = file;
  if (adjuster?.kind === "hydraulic") return <PreloadSummary file={file} measured={measured} />;
  if (lash === undefined) return null;
  return (
    <chakra.div fontSize="18px" display="flex" flexDirection="column" gap="2">
      <chakra.p>
        <chakra.span
          border="2px solid"
          borderColor="ink"
          borderRadius="plate"
          px="2"
          fontFamily="stamp"
          fontWeight={600}
          textTransform="uppercase"
          mr="2"
        >
          {lash.state}
        </chakra.span>
        {lash.source ?? "No source given"}
      </chakra.p>
      <chakra.dl display="grid" gridTemplateColumns="7rem 1fr" rowGap="1">
        {specRoles(file).map((role) => {
          const figures = lash[role];
          if (figures === undefined) return null;
          return (
            <chakra.div key={role} display="contents">
              <dt>
                <Stamp>{role}</Stamp>
              </dt>
              <chakra.dd m="0" fontFamily="mono" fontSize="17px">
                {specWords(lashSpec(figures), specUnit(figures))}
              </chakra.dd>
            </chakra.div>
          );
        })}
        <dt>
          <Stamp>Adjuster</Stamp>
        </dt>
        <chakra.dd m="0" fontSize="17px">
          {adjuster === undefined ? "not given: no turn can be worked out" : adjusterWords(adjuster)}
        </chakra.dd>
      </chakra.dl>
      {specQuestions(lash).map((q) => (
        <chakra.p key={q} color="now" fontWeight={600} fontSize="16px">
          {q}
        </chakra.p>
      ))}
      {file.notes !== undefined && (
        <chakra.p color="soft" fontSize="16px">
          {file.notes}
        </chakra.p>
      )}
    </chakra.div>
  );
}

/** What the preload means on this engine, with the growth that is proposed. */
function PreloadSummary({ file, measured }: { readonly file: EngineFile; readonly measured: Measured }) {
  const gear = gearForWork(file.adjuster ?? {}, null);
  if (!isGear(gear)) return <chakra.p fontSize="17px">{gear.why}</chakra.p>;
  const proposed = gear.ratio === null ? null : proposedSource(growthSourcesOf(file, measured), jobRoles(file));
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <TurnMeaning
        gear={gear}
        turns={fileTurns(file)}
        growthMm={proposed?.way.growth.exhaust?.growthMm ?? 0}
        growthFrom={proposed === null ? null : proposed.way.name.toLowerCase()}
      />
      {file.follower === "flat" && (
        <chakra.p fontSize="16px">
          Flat followers: on a new cam keep the lobes wet, go in firing order, turn as little as possible before the
          first start.
        </chakra.p>
      )}
      {file.notes !== undefined && (
        <chakra.p color="soft" fontSize="16px">
          {file.notes}
        </chakra.p>
      )}
    </chakra.div>
  );
}
