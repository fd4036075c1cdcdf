import { chakra } from "@chakra-ui/react/styled-system";
import { type Control, type UseFormRegister, useFormState, useWatch } from "react-hook-form";
import { parseThread, threadWords } from "@/core/units/thread";
import { USUAL, listedLengths } from "@/core/units/typedLength";
import { LENGTH_PART_NAMES, LENGTH_PART_USUAL } from "@/core/preload/lengths";
import { preloadProblem } from "@/core/preload/typedPreload";
import { Field, Select, TextInput } from "../../controls/Field";
import { LengthField } from "../../controls/LengthField";
import type { SpecFields } from "./specPart";
import { LENGTH_PART_KINDS, type LockKind } from "@/core/engine/engineFile";

interface Props {
  readonly control: Control<SpecFields>;
  readonly register: UseFormRegister<SpecFields>;
  readonly wrong: (path: string) => string | undefined;
}

const SAY_UNIT = 'Say the unit: "228.6, 229.4 mm", or behind each.';

const ROW = { display: "grid", gridTemplateColumns: { base: "1fr", sm: "1.4fr 1fr 1fr" }, gap: "3" } as const;

/** A thread as people say it, and what it amounts to; `path`: where it stands in the file. */
function Thread({
  control,
  register,
  wrong,
  name = "thread",
  path = "adjuster",
}: Props & { readonly name?: "thread" | "injectorThread"; readonly path?: string }) {
  const typed = useWatch({ control, name });
  const thread = typed.trim() === "" ? null : parseThread(typed);
  const { errors } = useFormState({ control, name });
  return (
    <Field
      label="Thread"
      hint={thread === null || "why" in thread ? "3/8-24, M10x1.5, 24 tpi, 1.25 mm" : threadWords(thread)}
      error={errors[name]?.message ?? wrong(`${path}.pitch`) ?? wrong(`${path}.tpi`)}
    >
      {(c) => (
        <TextInput
          {...c}
          {...register(name, {
            validate: (text: string) => {
              const read = parseThread(text);
              return text.trim() === "" || !("why" in read) || read.why;
            },
          })}
          autoComplete="off"
        />
      )}
    </Field>
  );
}
const Ratio = ({ register, wrong }: Pick<Props, "register" | "wrong">) => (
  <Field label="Rocker ratio" error={wrong("adjuster.ratio")}>
    {(c) => <TextInput {...c} {...register("ratio")} inputMode="decimal" />}
  </Field>
);

const LOCKS: readonly (readonly [LockKind, string])[] = [
  ["lock-nut", "a lock nut"],
  ["poly-lock", "a poly lock: set screw in the nut"],
  ["self-locking", "holds itself"],
  ["tappet", "the tappet's own lock nut"],
];

/** How it is locked, to what torque, and the room to swing a tool. */
const Lock = ({ register, wrong }: Pick<Props, "register" | "wrong">) => (
  <chakra.div {...ROW}>
    <Field label="Locked by" error={wrong("adjuster.lock")}>
      {(c) => (
        <Select {...c} {...register("lock")}>
          <option value="">not known</option>
          {LOCKS.map(([lock, name]) => (
            <option key={lock} value={lock}>
              {name}
            </option>
          ))}
        </Select>
      )}
    </Field>
    <Field label="Lock torque, Nm" error={wrong("adjuster.lockTorqueNm")}>
      {(c) => <TextInput {...c} {...register("lockTorque")} inputMode="decimal" />}
    </Field>
    <Field label="Room to swing, °" hint="Empty: enough" error={wrong("adjuster.swingDeg")}>
      {(c) => <TextInput {...c} {...register("swing")} inputMode="decimal" />}
    </Field>
  </chakra.div>
);

/** A screw or nut that sets lash. */
export function ScrewFields({ at, ...props }: Props & { readonly at: string }) {
  const { register, wrong } = props;
  return (
    <>
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
        <Thread {...props} />
      </chakra.div>
      <Lock register={register} wrong={wrong} />
    </>
  );
}

/** The screw over an injector's or a pump's follower: left empty, no turn is told there. */
export function InjectorScrewFields(props: Props) {
  const { register, wrong } = props;
  return (
    <chakra.div
      role="group"
      aria-label="Screw of the injectors"
      {...ROW}
      gridTemplateColumns={{ base: "1fr", sm: "1.8fr 1fr 1fr 1fr" }}
    >
      <Field
        label="Injectors' screw"
        hint="Not known: only by how much is told there"
        error={wrong("adjuster.injector.at") ?? wrong("adjuster.injector")}
      >
        {(c) => (
          <Select {...c} {...register("injectorAt")}>
            <option value="">not known</option>
            <option value="valve-end">at the injector&apos;s end</option>
            <option value="pushrod-end">at the pushrod end</option>
          </Select>
        )}
      </Field>
      <Field label="Rocker ratio" error={wrong("adjuster.injector.ratio")}>
        {(c) => <TextInput {...c} {...register("injectorRatio")} inputMode="decimal" />}
      </Field>
      <Thread {...props} name="injectorThread" path="adjuster.injector" />
      <Field label="Lock torque, Nm" error={wrong("adjuster.injector.lockTorqueNm")}>
        {(c) => <TextInput {...c} {...register("injectorTorque")} inputMode="decimal" />}
      </Field>
    </chakra.div>
  );
}

/** A hydraulic lifter: where it is set, how far, and what its plunger has. */
export function LifterFields(props: Props) {
  const { control, register, wrong } = props;
  const { errors } = useFormState({ control, name: "turns" });
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
        <Thread {...props} />
      </chakra.div>
      <Lock register={register} wrong={wrong} />
      <chakra.div display="grid" gridTemplateColumns={{ base: "1fr 1fr", sm: "1fr 1fr 1fr 1fr" }} gap="3">
        <Field
          label="Preload"
          hint="1/2 turn, or 1.0 mm"
          error={
            errors.turns?.message ??
            wrong("adjuster.preload.turns") ??
            wrong("adjuster.preload.travel") ??
            wrong("adjuster.preload")
          }
        >
          {(c) => (
            <TextInput
              {...c}
              {...register("turns", { validate: (text) => preloadProblem(text) ?? true })}
              placeholder="1/2"
            />
          )}
        </Field>
        <LengthField
          control={control}
          name="travel"
          label="Plunger travel"
          error={wrong("adjuster.plunger.travel")}
          usual={USUAL.plungerTravel}
        />
        <LengthField
          control={control}
          name="fromTop"
          label="From the top"
          error={wrong("adjuster.plunger.fromTop")}
          usual={USUAL.plungerRoom}
        />
        <LengthField
          control={control}
          name="fromBottom"
          label="From bottom"
          error={wrong("adjuster.plunger.fromBottom")}
          usual={USUAL.plungerRoom}
        />
      </chakra.div>
    </>
  );
}

/** Shims and caps by where they lie and their diameter, buckets by their diameter. */
export function ShimFields({ control, register, wrong, shims }: Props & { readonly shims: boolean }) {
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
      <LengthField
        control={control}
        name="diameter"
        label="Diameter"
        hint="Parts of another do not fit"
        error={wrong("adjuster.diameter")}
        usual={USUAL.diameter}
      />
    </chakra.div>
  );
}

/** Positively closed valves: what the closer gap should be. */
export function CloserFields({ control, wrong }: Props) {
  return (
    <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
      <LengthField
        control={control}
        name="closerAim"
        label="Closer gap"
        hint="Left empty: none"
        error={wrong("adjuster.closer.aim")}
        usual={USUAL.closerGap}
      />
      <LengthField
        control={control}
        name="closerHigh"
        label="At most"
        hint="Left empty: 0.02 mm"
        error={wrong("adjuster.closer.high")}
        usual={USUAL.closerGap}
      />
    </chakra.div>
  );
}

/** No screw: parts of another length. */
export function FixedFields({ control, register, wrong }: Props) {
  const part = useWatch({ control, name: "part" });
  const { errors } = useFormState({ control, name: "lengths" });
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
        <Field
          label="Lengths that can be had"
          hint="Separated by commas, with their unit"
          error={errors.lengths?.message ?? wrong("adjuster.lengths")}
        >
          {(c) => (
            <TextInput
              {...c}
              {...register("lengths", { validate: (text) => listedLengths(text) !== null || SAY_UNIT })}
              placeholder="228.6, 229.4, 230.2 mm"
            />
          )}
        </Field>
        <LengthField
          control={control}
          name="fitted"
          label="Fitted"
          hint="If all alike"
          error={wrong("adjuster.fitted")}
          usual={LENGTH_PART_USUAL[part]}
        />
      </chakra.div>
    </>
  );
}
