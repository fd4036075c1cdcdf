"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { BARRING_PLACES, type BarringPlace, type EngineFile, SECTORS } from "@/core/engine/engineFile";
import type { DraftProblems, EngineDraft } from "@/core/engine/engineDraft";
import { Field, Select, TextInput } from "../../controls/Field";
import { PlateHeading } from "../../controls/Stamp";
import { Two } from "../../controls/Two";
import { CamForm } from "./CamForm";
import { PartsForm } from "./PartsForm";
import { ValveOrders } from "./ValveOrders";

interface Props {
  readonly draft: EngineDraft;
  readonly problems: DraftProblems;
  /** Fields that were typed in: only they complain. */
  readonly touched: ReadonlySet<string>;
  /** The engine as it reads so far; null while there is none. */
  readonly file: EngineFile | null;
  readonly onChange: (change: Partial<EngineDraft>) => void;
}

const BARRED: Readonly<Record<BarringPlace, string>> = {
  crank: "the crank itself",
  cam: "the cam gear",
  wheel: "the rear wheel, in gear",
  "starter-ring": "the starter ring, by a tool",
  gearbox: "a reduction box",
  propeller: "the propeller",
};

const ORDER_HINT: Readonly<Record<EngineDraft["layout"], string>> = {
  inline: "Front cylinder first in the picture",
  vee: "Odd numbers left, even right, unless typed",
  flat: "Odd numbers left, even right, unless typed",
  radial: "Numbered clockwise from the top",
};

/** The engine, asked in the order in which one knows it: firing order, layout, valves, marks, cam. */
export function EngineForm({ draft, problems, touched, file, onChange }: Props) {
  const banks = file?.layout?.banks ?? (file === null ? [] : [file.cylinders]);
  const wrong = (field: keyof DraftProblems): string | undefined =>
    touched.has(field) ? problems[field] : undefined;
  const text = (
    field: "name" | "firingOrder" | "firingAngles" | "banks" | "valves" | "markList" | "markLabels" | "barringRatio",
  ) => ({
    value: draft[field],
    onChange: (e: { target: { value: string } }) => onChange({ [field]: e.target.value }),
    autoComplete: "off",
  });
  return (
    <chakra.div display="flex" flexDirection="column" gap="6">
      <Part title="Firing">
        <Field label="Firing order" hint="As it stands on the engine: 1-3-4-2" error={wrong("firingOrder")}>
          {(c) => (
            <TextInput
              {...c}
              {...text("firingOrder")}
              fontFamily="mono"
              fontSize="22px"
              minHeight="56px"
              inputMode="text"
            />
          )}
        </Field>
        <Two>
          <Field label="Strokes">
            {(c) => (
              <Select
                {...c}
                value={draft.strokes}
                onChange={(e) =>
                  onChange({
                    strokes: e.target.value === "2" ? 2 : 4,
                    ...(e.target.value === "2" && draft.valves === "I E" ? { valves: "E" } : {}),
                    ...(e.target.value === "4" && draft.valves === "E" ? { valves: "I E" } : {}),
                  })
                }
              >
                <option value={4}>four-stroke</option>
                <option value={2}>two-stroke with exhaust valves</option>
              </Select>
            )}
          </Field>
          <Field label="Firing angles" hint="Only if uneven: 0 150 240 390 …" error={wrong("firingAngles")}>
            {(c) => <TextInput {...c} {...text("firingAngles")} />}
          </Field>
        </Two>
      </Part>
      <Part title="Layout and valves">
        <Two>
          <Field label="Layout" hint={ORDER_HINT[draft.layout]}>
            {(c) => (
              <Select
                {...c}
                value={draft.layout}
                onChange={(e) => onChange({ layout: e.target.value as EngineDraft["layout"] })}
              >
                <option value="inline">in line</option>
                <option value="vee">vee</option>
                <option value="flat">flat</option>
                <option value="radial">radial</option>
              </Select>
            )}
          </Field>
          {(draft.layout === "vee" || draft.layout === "flat") && (
            <Field
              label="Banks, front first"
              hint={draft.banks.trim() === "" ? "Drawn so: type it if it is another" : "Banks divided by /"}
              error={wrong("banks")}
            >
              {(c) => (
                <TextInput
                  {...c}
                  {...text("banks")}
                  placeholder={file === null ? "1 3 5 7 / 2 4 6 8" : banks.map((b) => b.join(" ")).join(" / ")}
                />
              )}
            </Field>
          )}
        </Two>
        <ValveOrders draft={draft} sizes={banks.map((b) => b.length)} onChange={onChange} />
        <Two>
          <Field label="Or typed" hint="I intake, E exhaust, J injector" error={wrong("valves")}>
            {(c) => <TextInput {...c} {...text("valves")} fontFamily="mono" fontSize="20px" />}
          </Field>
          <Field
            label="Typed out for"
            hint={draft.valvesFor === "bank" ? "E I I E E I I E; banks divided by /" : "The same at every cylinder"}
          >
            {(c) => (
              <Select
                {...c}
                value={draft.valvesFor}
                onChange={(e) => onChange({ valvesFor: e.target.value === "bank" ? "bank" : "cylinder" })}
              >
                <option value="cylinder">one cylinder</option>
                <option value="bank">whole banks</option>
              </Select>
            )}
          </Field>
        </Two>
      </Part>
      <Part title="Cam">
        <CamForm
          cam={draft.cam}
          strokes={draft.strokes}
          hasInjectors={draft.valves.toUpperCase().includes("J")}
          problems={{ cam: wrong("cam"), ramp: wrong("ramp"), release: wrong("release") }}
          onChange={(cam) => onChange({ cam: { ...draft.cam, ...cam } })}
        />
      </Part>
      <Part title="At the crank">
        <Two>
          <Field label="Marks on the pulley">
            {(c) => (
              <Select
                {...c}
                value={draft.marks}
                onChange={(e) => onChange({ marks: e.target.value as EngineDraft["marks"] })}
              >
                <option value="none">none</option>
                <option value="tdc">one, at TDC of the first</option>
                <option value="firing">one for every cylinder</option>
                <option value="list">others: I type them</option>
              </Select>
            )}
          </Field>
          {draft.marks === "list" && (
            <Field label="Degrees after TDC" hint="0 120 240" error={wrong("markList")}>
              {(c) => <TextInput {...c} {...text("markList")} />}
            </Field>
          )}
          {draft.marks !== "none" && (
            <Field label="Stamped at the marks" hint="In their order: TDC 120 240" error={wrong("markLabels")}>
              {(c) => <TextInput {...c} {...text("markLabels")} />}
            </Field>
          )}
          <Field label="Runs" hint="Seen from the end you bar from">
            {(c) => (
              <Select
                {...c}
                value={draft.rotation}
                onChange={(e) => onChange({ rotation: e.target.value as EngineDraft["rotation"] })}
              >
                <option value="">not known</option>
                <option value="clockwise">clockwise</option>
                <option value="counterclockwise">counterclockwise</option>
              </Select>
            )}
          </Field>
          <Field label="Turned at">
            {(c) => (
              <Select
                {...c}
                value={draft.barringAt}
                onChange={(e) => onChange({ barringAt: e.target.value as BarringPlace })}
              >
                {BARRING_PLACES.map((p) => (
                  <option key={p} value={p}>
                    {BARRED[p]}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          {draft.barringAt !== "crank" && (
            <Field label="Its turns per crank turn" hint="Cam gear: 0.5" error={wrong("barringRatio")}>
              {(c) => <TextInput {...c} {...text("barringRatio")} inputMode="decimal" />}
            </Field>
          )}
          <Field label="Followers">
            {(c) => (
              <Select
                {...c}
                value={draft.follower}
                onChange={(e) => onChange({ follower: e.target.value as EngineDraft["follower"] })}
              >
                <option value="">not known</option>
                <option value="flat">flat</option>
                <option value="roller">roller</option>
              </Select>
            )}
          </Field>
        </Two>
      </Part>
      <Part title="Off for the work, and on again">
        <PartsForm
          parts={draft.parts}
          problems={{
            later: wrong("later"),
            camshafts: wrong("camshafts"),
            covers: wrong("covers"),
            notes: wrong("notes"),
          }}
          onChange={(parts) => onChange({ parts: { ...draft.parts, ...parts } })}
        />
      </Part>
      <Part title="Name">
        <Two>
          <Field label="Name of the engine" error={wrong("name")}>
            {(c) => <TextInput {...c} {...text("name")} />}
          </Field>
          <Field label="Kind" hint="Which cautions are shown">
            {(c) => (
              <Select
                {...c}
                value={draft.sector}
                onChange={(e) => onChange({ sector: e.target.value as EngineDraft["sector"] })}
              >
                <option value="">not said</option>
                {SECTORS.map((s) => (
                  <option key={s} value={s}>
                    {s === "small" ? "small engine" : s}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        </Two>
      </Part>
    </chakra.div>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <chakra.fieldset border="0" p="0" m="0" minWidth="0" display="flex" flexDirection="column" gap="3">
      <chakra.legend p="0" pb="2">
        <PlateHeading as="span">{title}</PlateHeading>
      </chakra.legend>
      {children}
    </chakra.fieldset>
  );
}
