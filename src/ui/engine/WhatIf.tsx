"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import dynamic from "next/dynamic";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Engine } from "@/core/engine/resolve";
import { bestWorstMargin } from "@/core/stops/fewest";
import type { MethodId } from "@/core/stops/methods";
import { plannedRampDeg, rampSensitivity } from "@/core/stops/sensitivity";
import type { StopSettings } from "@/core/stops/settings";
import { Field, TextInput } from "../controls/Field";

interface Props {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly settings: StopSettings;
  readonly chosen: MethodId | null;
}

const RampChart = dynamic(() => import("./RampChart"), { ssr: false, loading: () => <chakra.div height="290px" /> });

/** What makes a plan unsafe: a bigger ramp, or too few stops for the cam. */
export function WhatIf({ file, engine, settings, chosen }: Props) {
  const rows = useMemo(
    () =>
      rampSensitivity(file, settings, [
        ...new Set<MethodId>([...(chosen === null ? [] : [chosen]), "two-stop", "firing-order", "opening-closing"]),
      ]),
    [file, settings, chosen],
  );
  const shown = (Object.keys(rows[0]?.worstDeg ?? {}) as MethodId[]).filter((id) =>
    rows.some((r) => r.worstDeg[id] !== null),
  );
  const measured = file.valves.every((v) => "profile" in (file.cam?.[v.role] ?? {}));
  return (
    <>
      <chakra.p fontSize="17px" pb="2">
        {measured
          ? "The lobes of this cam were measured: no ramp is assumed, so nothing changes here."
          : "A ramp longer than planned takes the same from every valve's base circle, on both sides. Under the red line a method is no longer safe."}
      </chakra.p>
      <RampChart rows={rows} shown={shown} requiredDeg={settings.requiredDeg} rampDeg={plannedRampDeg(file)} />
      <StopCount engine={engine} requiredDeg={settings.requiredDeg} />
    </>
  );
}

/** For a chosen number of stops, the best that is possible. */
function StopCount({ engine, requiredDeg }: { readonly engine: Engine; readonly requiredDeg: number }) {
  const [text, setText] = useState("2");
  const count = Number(text);
  const fine = Number.isInteger(count) && count >= 1 && count <= 48;
  const best = useMemo(() => (fine ? bestWorstMargin(engine, count) : null), [engine, count, fine]);
  const answer = !fine
    ? "Give a whole number of stops, from 1 to 48."
    : best === null
      ? `With ${count} ${count === 1 ? "stop" : "stops"}, wherever they are, some valve always stands on its lobe.`
      : `At best ${Math.floor(best.worstDeg + 1e-6)}° clear, at ${best.stops.map((s) => `${Math.round(s * 10) / 10}°`).join(", ")}: ${best.worstDeg >= requiredDeg - 1e-6 ? "safe" : `under the ${requiredDeg}° required`}.`;
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "1fr", sm: "9rem 1fr" }}
      gap="4"
      alignItems="center"
      pt="4"
    >
      <Field label="Number of stops">
        {(c) => (
          <TextInput {...c} type="number" min={1} max={48} value={text} onChange={(e) => setText(e.target.value)} />
        )}
      </Field>
      <chakra.p fontSize="17px" aria-live="polite">
        {answer}
      </chakra.p>
    </chakra.div>
  );
}
