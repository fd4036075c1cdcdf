import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineFile } from "@/core/engine/engineFile";
import { namedFigures } from "@/core/lash/spec";
import { type Measured, proposedSource, growthSourcesOf } from "@/core/heat/growthSources";
import { isGear, gearForWork } from "@/core/preload/gear";
import { fileTurns } from "@/core/job/tasks/preload/plan";
import { jobRoles } from "@/core/job/prepare";
import { givenWords } from "@/core/job/words/given";
import { figuresWords } from "../../prepare/SpecLine";
import { Stamp } from "../../controls/Stamp";
import { adjusterWords, injectorScrewWords } from "./adjusterWords";
import { TurnMeaning } from "../../preload/TurnMeaning";
import { specQuestions } from "@/core/heat/specQuestions";

/** The spec as it is written down, with its state and source. */
export function SpecSummary({ file, measured }: { readonly file: EngineFile; readonly measured: Measured }) {
  const { lash, adjuster } = file;
  const said = adjuster === undefined ? "" : adjusterWords(adjuster);
  const injectors = injectorScrewWords(adjuster ?? { kind: "screw" });
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
        {namedFigures(lash, file).map(({ name, figures }) => (
          <chakra.div key={name} display="contents">
            <dt>
              <Stamp>{name}</Stamp>
            </dt>
            <chakra.dd m="0" fontFamily="mono" fontSize="17px">
              {givenWords(figures)}
            </chakra.dd>
          </chakra.div>
        ))}
        <dt>
          <Stamp>Adjuster</Stamp>
        </dt>
        <chakra.dd m="0" fontSize="17px">
          {said === "" ? "not given: no turn can be worked out" : said}
        </chakra.dd>
        {injectors !== null && (
          <>
            <dt>
              <Stamp>Injectors</Stamp>
            </dt>
            <chakra.dd m="0" fontSize="17px">
              {injectors}
            </chakra.dd>
          </>
        )}
        {(file.otherLash ?? []).map((other, i) => (
          <chakra.div key={i} display="contents">
            <dt>
              <Stamp>Also on file</Stamp>
            </dt>
            <chakra.dd m="0" fontSize="17px">
              {other.source ?? "No source given"}, {other.state}: {figuresWords(other, file)}
            </chakra.dd>
          </chakra.div>
        ))}
        <OffAndOn file={file} />
      </chakra.dl>
      {specQuestions(lash, file).map((q) => (
        <chakra.p key={q} color="now" fontWeight={600} fontSize="16px">
          {q}
        </chakra.p>
      ))}
      <Notes file={file} />
    </chakra.div>
  );
}

const Notes = ({ file: { notes } }: { readonly file: EngineFile }) =>
  notes === undefined ? null : (
    <chakra.p color="soft" fontSize="16px">
      {notes}
    </chakra.p>
  );

/** What is tightened after setting, and the covers that go back on. */
function OffAndOn({ file: { tightenedLater = [], covers = [] } }: { readonly file: EngineFile }) {
  const torque = (nm: number | undefined): string => (nm === undefined ? "" : `, ${nm} Nm`);
  const rows = [
    ...tightenedLater.map((p) => ["Afterward", `${p.name} over ${p.valves.join(" ")}${torque(p.torqueNm)}`]),
    ...covers.map((c) => ["Cover", `${c.name}${c.seal === undefined ? "" : `, ${c.seal}`}${torque(c.torqueNm)}`]),
  ];
  return rows.map(([what, words]) => (
    <chakra.div key={words} display="contents">
      <dt>
        <Stamp>{what}</Stamp>
      </dt>
      <chakra.dd m="0" fontSize="17px">
        {words}
      </chakra.dd>
    </chakra.div>
  ));
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
      {[file.tightenedLater, file.covers].some((parts) => parts !== undefined) && (
        <chakra.dl display="grid" gridTemplateColumns="7rem 1fr" rowGap="1">
          <OffAndOn file={file} />
        </chakra.dl>
      )}
      <Notes file={file} />
    </chakra.div>
  );
}
