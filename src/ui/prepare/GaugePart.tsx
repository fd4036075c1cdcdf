"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { SCHOOLS, SCHOOL_NAMES } from "@/core/lash/school";
import { bleedMinutesFor } from "@/core/preload/bleedDown";
import { PlateHeading } from "../controls/Stamp";
import { useTemperature } from "../controls/ways";
import { Choice } from "./Choice";
import { PreloadPart } from "./PreloadPart";
import { figuresWords } from "./SpecLine";
import { Tick } from "../controls/Tick";
import { toggled } from "./toggled";
import type { Preparation } from "./usePreparation";

/** By what it is set: whose figures rule, how lifters are turned in, which sets are on hand and how a leaf is felt. */
export function GaugePart({ preparation }: { readonly preparation: Preparation }) {
  const { celsius } = useTemperature();
  const { given, form, chosen, file, rules, specSources, sources, turns, gear, depth, heatWay, wrong } = preparation;
  return (
    <>
      {specSources.length > 1 && (
        <Choice
          legend="Which spec to use"
          name="source"
          value={String(chosen.source)}
          onChange={(v) => form.setValue("source", Number(v))}
          error={wrong("source")}
          options={specSources.map((s, i) => ({
            value: String(i),
            label: s.source ?? "No source named",
            note: `${s.state}: ${figuresWords(s, given.file)}`,
          }))}
        />
      )}
      {!rules.judgesReadings && (
        <PreloadPart
          file={file}
          ways={sources}
          lifters={chosen.lifters}
          onLifters={(l) => form.setValue("lifters", l)}
          travelMm={chosen.travelMm}
          onTravel={(mm) => form.setValue("travelMm", mm)}
          gear={gear}
          depth={depth}
          onDepth={(d) => {
            form.setValue("depth", d);
            form.setValue("turns", null);
          }}
          turns={turns}
          onTurns={(t) => form.setValue("turns", t)}
          proof={chosen.proofFor === turns}
          onProof={(on) => form.setValue("proofFor", on ? turns : null)}
          wayId={heatWay}
          onWay={(w) => form.setValue("heatWay", w ?? "none")}
          bleedMinutes={bleedMinutesFor(given.bleed, chosen.state ?? "cold", celsius(chosen.temperature) ?? null)}
          wrong={wrong}
        />
      )}
      {rules.judgesReadings && (
        <Choice
          legend="Feeler set in your hand"
          name="set"
          value={chosen.setId}
          onChange={(id) => form.setValue("setId", id)}
          error={wrong("feelerSetId")}
          options={given.sets.map((s) => ({
            value: s.id,
            label: s.name,
            note: `${s.leaves.length} leaves, ${s.leaves[0]?.[s.system === "metric" ? "mmMark" : "inchMark"]} to ${s.leaves.at(-1)?.[s.system === "metric" ? "mmMark" : "inchMark"]} ${s.system === "metric" ? "mm" : "in"}`,
          }))}
        />
      )}
      {given.sets.length > 1 && rules.judgesReadings && (
        <chakra.fieldset border="0" p="0" m="0" minWidth="0">
          <chakra.legend p="0">
            <PlateHeading as="span">Also on the bench</PlateHeading>
          </chakra.legend>
          {given.sets
            .filter((s) => s.id !== chosen.setId)
            .map((s) => (
              <Tick
                key={s.id}
                on={chosen.otherSets.includes(s.id)}
                onChange={() => form.setValue("otherSets", toggled(chosen.otherSets, s.id))}
                label={s.name}
                look="ruled"
              />
            ))}
        </chakra.fieldset>
      )}
      {rules.judgesReadings && (
        <Choice
          legend="How you use the feeler gauge"
          name="school"
          value={chosen.school}
          onChange={(school) => form.setValue("school", school)}
          options={SCHOOLS.map((s) => ({ value: s, label: SCHOOL_NAMES[s].name, note: SCHOOL_NAMES[s].note }))}
        />
      )}
      {rules.judgesReadings && given.person !== null && chosen.school !== given.person.school && (
        <Tick
          on={chosen.keepSchool}
          onChange={(on) => form.setValue("keepSchool", on)}
          label={`My usual way from now on, not only in this job`}
          look="ruled"
        />
      )}
    </>
  );
}
