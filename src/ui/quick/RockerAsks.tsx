import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { Problems } from "@/core/quick/typed";
import { SOLD_STEPS, type TypedRocker, WIDTH_ROWS } from "@/core/quick/rocker";
import { USUAL, type UsualLength } from "@/core/units/typedLength";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Two } from "../controls/Two";
import { TipTouch } from "./TipTouch";

interface Props {
  readonly typed: TypedRocker;
  readonly problems: Problems<keyof TypedRocker>;
  readonly onChange: (part: Partial<TypedRocker>) => void;
}

/** What is known of a rocker: measured figures, or the widths that a marker showed with several pushrods. */
export function RockerAsks({ typed, problems, onChange: change }: Props) {
  const [rows, setRows] = useState(() => Math.max(3, WIDTH_ROWS.filter((n) => typed[`length${n}`] !== "").length));
  const [touched, setTouched] = useState<(typeof WIDTH_ROWS)[number] | null>(null);
  const stud = typed.mount !== "shaft";
  const length = (field: keyof TypedRocker & string, label: string, usual: UsualLength, hint?: string) => (
    <Field label={label} error={problems[field]} {...(hint === undefined ? {} : { hint })}>
      {(c) => <LengthInput {...c} usual={usual} value={typed[field]} onChange={(v) => change({ [field]: v })} />}
    </Field>
  );
  return (
    <>
      <Two>
        <Field label="The rocker sits">
          {(c) => (
            <Select {...c} value={typed.mount} onChange={(e) => change({ mount: e.target.value })}>
              <option value="stud">on a stud</option>
              <option value="shaft">on a shaft or pedestal</option>
            </Select>
          )}
        </Field>
        {length("lift", "Full lift at the valve", USUAL.fullLift)}
      </Two>
      <Two>
        {length(
          "arm",
          "Pivot to the roller's center",
          USUAL.rockerArm,
          stud ? "May be left out with three widths" : undefined,
        )}
        {length("radius", "Radius of roller or pad", USUAL.rockerTip)}
      </Two>
      {stud && (
        <Two>
          {length("fitted", "Pushrod now", USUAL.pushrod)}
          <Field label="Rocker ratio" error={problems.ratio}>
            {(c) => (
              <TextInput
                {...c}
                value={typed.ratio}
                inputMode="decimal"
                placeholder="1.5"
                onChange={(e) => change({ ratio: e.target.value })}
              />
            )}
          </Field>
        </Two>
      )}
      {stud && (
        <chakra.fieldset border="none" m="0" p="0">
          <chakra.legend fontWeight={600} fontSize="17px" pb="1">
            The marker&apos;s patch with three pushrods
          </chakra.legend>
          {WIDTH_ROWS.slice(0, rows).map((n) => (
            <div key={n}>
              <Two>
                {length(`length${n}`, `Pushrod ${n}`, USUAL.pushrod)}
                {length(`width${n}`, `Width wiped with it`, USUAL.wiped)}
              </Two>
              <Button
                type="button"
                kind="quiet"
                aria-expanded={touched === n}
                aria-label={`Touch the patch of pushrod ${n} on the tip`}
                onClick={() => setTouched(touched === n ? null : n)}
              >
                {touched === n ? "Done" : "Or touch it on the tip"}
              </Button>
              {touched === n && <TipTouch typed={typed} row={n} onChange={change} />}
            </div>
          ))}
          {rows < WIDTH_ROWS.length && (
            <Button type="button" kind="quiet" onClick={() => setRows(rows + 1)}>
              Another pushrod
            </Button>
          )}
        </chakra.fieldset>
      )}
      {length(
        "pivot",
        stud ? "Or the pivot over the valve's tip" : "Pivot over the valve's tip",
        USUAL.pivotHeight,
        "Square up from the closed valve's tip; with a minus where it is lower",
      )}
      <Two>
        {length("stem", "Thickness of the valve's stem", USUAL.diameter)}
        {length(
          "offset",
          "Patch off the middle",
          USUAL.patchOffset,
          "Of its middle, with the pushrod now; minus towards the pivot",
        )}
      </Two>
      {stud && (
        <Field label="Pushrods are sold by">
          {(c) => (
            <Select {...c} value={typed.step} maxWidth="12rem" onChange={(e) => change({ step: e.target.value })}>
              {Object.keys(SOLD_STEPS).map((s) => (
                <option key={s}>{s}</option>
              ))}
            </Select>
          )}
        </Field>
      )}
    </>
  );
}
