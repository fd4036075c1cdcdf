import { chakra } from "@chakra-ui/react/styled-system";
import type { UseFormRegister } from "react-hook-form";
import { LENGTH_PART_NAMES } from "@/core/preload/lengths";
import { Field, Select, TextInput } from "../controls/Field";
import type { SpecFields } from "./specPart";
import { LENGTH_PART_KINDS } from "@/core/engine/engineFile";

interface Props {
  readonly register: UseFormRegister<SpecFields>;
  readonly wrong: (path: string) => string | undefined;
}

const ROW = { display: "grid", gridTemplateColumns: { base: "1fr", sm: "1.4fr 1fr 1fr" }, gap: "3" } as const;

const Thread = ({ register, wrong }: Props) => (
  <Field label="Thread" hint="1.25 mm, or 24 tpi" error={wrong("adjuster.pitch") ?? wrong("adjuster.tpi")}>
    {(c) => <TextInput {...c} {...register("thread")} />}
  </Field>
);
const Ratio = ({ register, wrong }: Props) => (
  <Field label="Rocker ratio" error={wrong("adjuster.ratio")}>
    {(c) => <TextInput {...c} {...register("ratio")} inputMode="decimal" />}
  </Field>
);

/** A screw or nut that sets lash. */
export function ScrewFields({ register, wrong, at }: Props & { readonly at: string }) {
  return (
    <chakra.div {...ROW}>
      <Field label="Adjuster" error={wrong("adjuster.at")}>
        {(c) => (
          <Select {...c} {...register("at")}>
            <option value="">not known</option>
            <option value="valve-end">screw at the valve end</option>
            <option value="pushrod-end">screw at the pushrod end</option>
            <option value="stud-nut">nut on the stud</option>
            <option value="tappet">tappet screw</option>
            <option value="cam">screw at the valve, read at the cam</option>
          </Select>
        )}
      </Field>
      {at === "cam" ? (
        <Field label="Follower ratio" error={wrong("adjuster.followerRatio")}>
          {(c) => <TextInput {...c} {...register("followerRatio")} inputMode="decimal" />}
        </Field>
      ) : (
        <Ratio register={register} wrong={wrong} />
      )}
      <Thread register={register} wrong={wrong} />
    </chakra.div>
  );
}

/** A hydraulic lifter: where it is set, how far, and what its plunger has. */
export function LifterFields({ register, wrong }: Props) {
  return (
    <>
      <chakra.div {...ROW}>
        <Field label="Set at" error={wrong("adjuster.at")}>
          {(c) => (
            <Select {...c} {...register("at")}>
              <option value="">choose</option>
              <option value="stud-nut">nut on the stud</option>
              <option value="pushrod-end">screw at the pushrod end</option>
              <option value="valve-end">screw at the valve end</option>
            </Select>
          )}
        </Field>
        <Ratio register={register} wrong={wrong} />
        <Thread register={register} wrong={wrong} />
      </chakra.div>
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr 1fr", sm: "1fr 1fr 1fr 1fr" }} gap="3">
        <Field
          label="Preload"
          hint="1/2 turn, or 1.0 mm"
          error={wrong("adjuster.preload.turns") ?? wrong("adjuster.preload.travel") ?? wrong("adjuster.preload")}
        >
          {(c) => <TextInput {...c} {...register("turns")} placeholder="1/2" />}
        </Field>
        <Field label="Plunger travel" error={wrong("adjuster.plunger.travel")}>
          {(c) => <TextInput {...c} {...register("travel")} placeholder="4 mm" />}
        </Field>
        <Field label="From the top" error={wrong("adjuster.plunger.fromTop")}>
          {(c) => <TextInput {...c} {...register("fromTop")} placeholder="0.5 mm" />}
        </Field>
        <Field label="From bottom" error={wrong("adjuster.plunger.fromBottom")}>
          {(c) => <TextInput {...c} {...register("fromBottom")} placeholder="0.5 mm" />}
        </Field>
      </chakra.div>
    </>
  );
}

/** Shims and caps by where they lie and their diameter, buckets by their diameter. */
export function ShimFields({ register, wrong, shims }: Props & { readonly shims: boolean }) {
  return (
    <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
      {shims && (
        <Field label="It lies" error={wrong("adjuster.shimAt")}>
          {(c) => (
            <Select {...c} {...register("shimAt")}>
              <option value="">over the bucket</option>
              <option value="under">under the bucket</option>
              <option value="tip">on the valve tip, as a cap</option>
              <option value="rocker">at the rocker</option>
            </Select>
          )}
        </Field>
      )}
      <Field label="Diameter" hint="Parts of another do not fit" error={wrong("adjuster.diameter")}>
        {(c) => <TextInput {...c} {...register("diameter")} placeholder="9.5 mm" />}
      </Field>
    </chakra.div>
  );
}

/** Positively closed valves: what the closer gap should be. */
export function CloserFields({ register, wrong }: Props) {
  return (
    <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
      <Field label="Closer gap" hint="Left empty: none" error={wrong("adjuster.closer.aim")}>
        {(c) => <TextInput {...c} {...register("closerAim")} placeholder="0 mm" />}
      </Field>
      <Field label="At most" hint="Left empty: 0.02 mm" error={wrong("adjuster.closer.high")}>
        {(c) => <TextInput {...c} {...register("closerHigh")} placeholder="0.02 mm" />}
      </Field>
    </chakra.div>
  );
}

/** No screw: parts of another length. */
export function FixedFields({ register, wrong }: Props) {
  return (
    <>
      <chakra.div {...ROW}>
        <Field label="What is exchanged" error={wrong("adjuster.part")}>
          {(c) => (
            <Select {...c} {...register("part")}>
              {LENGTH_PART_KINDS.map((p) => (
                <option key={p} value={p}>
                  {LENGTH_PART_NAMES[p]}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <Field label="Gap is read at" error={wrong("adjuster.gapAt")}>
          {(c) => (
            <Select {...c} {...register("gapAt")}>
              <option value="valve">the valve</option>
              <option value="pushrod">the pushrod</option>
            </Select>
          )}
        </Field>
        <Ratio register={register} wrong={wrong} />
      </chakra.div>
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr", sm: "2.4fr 1fr" }} gap="3">
        <Field label="Lengths that can be had" hint="Parted by commas" error={wrong("adjuster.lengths")}>
          {(c) => <TextInput {...c} {...register("lengths")} placeholder="228.6 mm, 229.4 mm, 230.2 mm" />}
        </Field>
        <Field label="Fitted" hint="If all alike" error={wrong("adjuster.fitted")}>
          {(c) => <TextInput {...c} {...register("fitted")} />}
        </Field>
      </chakra.div>
    </>
  );
}
