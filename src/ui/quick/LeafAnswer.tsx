"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo } from "react";
import { leavesFor, readGap } from "@/core/quick/leafFor";
import type { Stack } from "@/core/lash/leaf";
import { COMMON_SETS } from "@/core/shop/commonSets";
import { type FeelerSet, stackText } from "@/core/shop/feelerSet";
import { exactLength } from "@/core/units/length";
import { USUAL } from "@/core/units/typedLength";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Awaits, Figure, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

const DEFAULTS = { gap: "", set: "" };

/** The leaves that make a gap between two surfaces, whatever they are. */
export function LeafAnswer({ given, sets }: Given) {
  const [typed, change] = useTyped(DEFAULTS, given);
  const all = [...sets, ...COMMON_SETS];
  const set = all.find((s) => s.id === typed.set) ?? all[0];
  const { length, why } = readGap(typed.gap);
  const gapMm = length?.mm ?? null;
  const found = useMemo(
    () =>
      gapMm === null || set === undefined
        ? null
        : leavesFor(
            gapMm,
            set.leaves.map((l) => l.mm),
          ),
    [gapMm, set],
  );
  return (
    <QuickPage
      kind="leaf"
      asks={
        <>
          <Field label="Gap" error={why ?? undefined}>
            {(c) => <LengthInput {...c} usual={USUAL.lash} value={typed.gap} onChange={(v) => change({ gap: v })} />}
          </Field>
          <Field label="Feeler gauge set">
            {(c) => (
              <Select {...c} value={set?.id ?? ""} onChange={(e) => change({ set: e.target.value })}>
                {all.map((s) => (
                  <option key={s.id} value={s.id}>
                    {s.name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        </>
      }
    >
      {found === null || set === undefined ? (
        <Awaits>Type the gap: the leaves that make it stand here.</Awaits>
      ) : (
        <chakra.div display="flex" flexDirection="column" gap="3">
          {found.exact !== null && <Figure note={sumNote(found.exact, set)}>{words(found.exact, set)}</Figure>}
          {found.exact === null && (
            <Figure note="No stack of up to three leaves makes it: it lies between these two.">
              {found.goes === null ? "None goes" : `${words(found.goes, set)} goes`},{" "}
              {found.noGo === null ? "none is thicker" : `${words(found.noGo, set)} does not`}
            </Figure>
          )}
          {found.exact !== null && (
            <chakra.p fontSize="17px">
              Next thinner {found.goes === null ? "none" : words(found.goes, set)}, next thicker{" "}
              {found.noGo === null ? "none" : words(found.noGo, set)}. Stacked leaves read a touch thick: oil and
              burrs add up.
            </chakra.p>
          )}
        </chakra.div>
      )}
    </QuickPage>
  );
}

const words = ({ indices }: Stack, set: FeelerSet): string =>
  stackText(
    indices.flatMap((i) => set.leaves[i] ?? []),
    set.system,
  );

const sumNote = ({ thicknessMm, indices }: Stack, { system }: FeelerSet): string =>
  indices.length === 1 ? "One leaf." : `Together ${exactLength(thicknessMm, system === "metric" ? "mm" : "in")}.`;
