import { chakra } from "@chakra-ui/react/styled-system";
import { type Control, type FieldPath, type UseFormRegister, useFieldArray, useWatch } from "react-hook-form";
import type { ValveRole } from "@/core/engine/engineFile";
import { USUAL, type UsualLength } from "@/core/units/typedLength";
import { Button } from "../../controls/Button";
import { Field, Select, TextInput } from "../../controls/Field";
import { LengthField } from "../../controls/LengthField";
import { Stamp } from "../../controls/Stamp";
import { NO_FIGURES, NO_SOURCE, type SpecFields } from "./specPart";

interface Props {
  readonly control: Control<SpecFields>;
  readonly register: UseFormRegister<SpecFields>;
  readonly wrong: (path: string) => string | undefined;
}

interface FiguresProps extends Pick<Props, "control" | "wrong"> {
  /** Where the figures stand in the form, and in the file. */
  readonly at: string;
  readonly path: string;
  readonly gap?: string | undefined;
  readonly usual?: UsualLength;
}

/** Nominal and limits on one row. */
function FigureFields({ control, wrong, at, path, gap = "Lash", usual = USUAL.lash }: FiguresProps) {
  const labels = { nominal: gap, low: "Low limit", high: "High limit" };
  return (["nominal", "low", "high"] as const).map((part) => (
    <LengthField
      key={part}
      control={control}
      name={`${at}.${part}` as FieldPath<SpecFields>}
      usual={usual}
      label={labels[part]}
      error={wrong(`${path}.${part}`) ?? (part === "nominal" ? (wrong(path) ?? wrong(`${path}.block`)) : undefined)}
    />
  ));
}

const ROW = { display: "grid", gap: "3", alignItems: "start" } as const;

/** The figures of a role. */
export function RoleFigures({ role, ...figures }: FiguresProps & { readonly role: ValveRole }) {
  return (
    <chakra.fieldset border="0" p="0" m="0" minWidth="0">
      <chakra.legend p="0">
        <Stamp>
          {role}
          {role === "injector" ? " (leave empty to leave it out of lash jobs)" : ""}
        </Stamp>
      </chakra.legend>
      {role === "injector" ? (
        <InjectorFigures {...figures} />
      ) : (
        <chakra.div {...ROW} gridTemplateColumns="1fr 1fr 1fr">
          <FigureFields {...figures} />
        </chakra.div>
      )}
    </chakra.fieldset>
  );
}

/** Injectors and pumps are set by a lash, or to a height that is read under a gauge block. */
function InjectorFigures(figures: FiguresProps) {
  const { control, wrong, at, path } = figures;
  const name = `${at}.block` as FieldPath<SpecFields>;
  const block = useWatch({ control, name });
  const heights = typeof block === "string" && block.trim() !== "";
  return (
    <chakra.div {...ROW} gridTemplateColumns={{ base: "1fr 1fr", sm: "1fr 1fr 1fr 1fr" }}>
      <FigureFields {...figures} {...(heights ? { gap: "Height over the datum", usual: USUAL.height } : {})} />
      <LengthField
        control={control}
        name={name}
        usual={USUAL.height}
        label="Gauge block"
        hint="Only where a height is set: the gap under it is read"
        error={wrong(`${path}.block`)}
      />
    </chakra.div>
  );
}

/** Valves whose figure is another than their role's. */
export function SingleValves({
  control,
  register,
  wrong,
  valves,
  gap,
}: Props & { readonly valves: readonly string[]; readonly gap: string | undefined }) {
  const { fields, append, remove } = useFieldArray({ control, name: "singles" });
  const typed = useWatch({ control, name: "singles" });
  const [first = ""] = valves;
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      {fields.map(({ id }, i) => (
        <chakra.div
          key={id}
          role="group"
          aria-label={`Own spec, ${i + 1}`}
          {...ROW}
          gridTemplateColumns={{ base: "1fr 1fr", sm: "5.5rem 1fr 1fr 1fr auto" }}
        >
          <Field label="Valve">
            {(c) => (
              <Select {...c} {...register(`singles.${i}.valve`)}>
                {valves.map((v) => (
                  <option key={v} value={v}>
                    {v}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <FigureFields
            control={control}
            wrong={wrong}
            at={`singles.${i}`}
            path={`lash.valves.${typed[i]?.valve ?? ""}`}
            gap={gap}
          />
          <chakra.div pt={{ sm: "6" }}>
            <Button type="button" aria-label={`Take out ${typed[i]?.valve ?? ""}`} onClick={() => remove(i)}>
              Take out
            </Button>
          </chakra.div>
        </chakra.div>
      ))}
      <chakra.div>
        <Button type="button" onClick={() => append({ valve: first, ...NO_FIGURES })}>
          One valve has a spec of its own
        </Button>
      </chakra.div>
    </chakra.div>
  );
}

/** What other sources say: chosen from when a job is prepared. */
export function OtherSources({
  control,
  register,
  wrong,
  roles,
  dry,
  gap,
}: Props & { readonly roles: readonly ValveRole[]; readonly dry: boolean; readonly gap: string | undefined }) {
  const { fields, append, remove } = useFieldArray({ control, name: "others" });
  return (
    <chakra.div display="flex" flexDirection="column" gap="4">
      {fields.map(({ id }, i) => (
        <chakra.div
          key={id}
          role="group"
          aria-label={`Other source ${i + 1}`}
          display="flex"
          flexDirection="column"
          gap="3"
          pl="3"
          borderInlineStart="3px solid"
          borderColor="edge"
        >
          <chakra.div {...ROW} gridTemplateColumns={{ base: "1fr", sm: "8rem 1fr auto" }}>
            <Field label="Engine is" error={wrong(`otherLash[${i}].state`)}>
              {(c) => (
                <Select {...c} {...register(`others.${i}.state`)}>
                  <option value="">choose</option>
                  <option value="cold">cold</option>
                  {!dry && <option value="hot">hot</option>}
                </Select>
              )}
            </Field>
            <Field label="Other source" hint="Cam card, builder, own" error={wrong(`otherLash[${i}].source`)}>
              {(c) => <TextInput {...c} {...register(`others.${i}.source`)} />}
            </Field>
            <chakra.div pt={{ sm: "6" }}>
              <Button type="button" aria-label={`Take out source ${i + 1}`} onClick={() => remove(i)}>
                Take out
              </Button>
            </chakra.div>
          </chakra.div>
          {roles.map((role) => (
            <RoleFigures
              key={role}
              control={control}
              wrong={wrong}
              role={role}
              at={`others.${i}.${role}`}
              path={`otherLash[${i}].${role}`}
              gap={gap}
            />
          ))}
        </chakra.div>
      ))}
      <chakra.div>
        <Button type="button" onClick={() => append(NO_SOURCE)}>
          Add what another source says
        </Button>
      </chakra.div>
    </chakra.div>
  );
}
