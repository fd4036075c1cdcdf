"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { COMMON_SETS } from "@/core/shop/commonSets";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { Button } from "../controls/Button";
import { Field, Select, TextArea, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

const marksOf = ({ leaves, system }: FeelerSet): string =>
  leaves.map((l) => (system === "metric" ? l.mmMark : l.inchMark)).join(" ");

/** A feeler set by its marks; common ones fill the form, to be changed to what is really on the leaves. */
export function AddFeelerSet() {
  const router = useRouter();
  const { register, submit, setValue, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { name: "", system: "metric", marks: "" },
    send: (set, idFor) => send("POST", "/api/feeler-sets", { id: idFor(set), ...set }),
    onDone: () => router.refresh(),
  });
  const other = elsewhere("name", "marks");
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4" minWidth="0">
      <PlateHeading>Add your own set</PlateHeading>
      <Field label="Begin with a common set" hint="Then change what is not so on yours">
        {(c) => (
          <Select
            {...c}
            defaultValue=""
            onChange={(e) => {
              const common = COMMON_SETS.find((set) => set.id === e.target.value);
              setValue("name", common?.name ?? "");
              setValue("system", common?.system ?? "metric");
              setValue("marks", common === undefined ? "" : marksOf(common));
            }}
          >
            <option value="">none of these</option>
            {COMMON_SETS.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Name" hint="As it is written on its case" error={wrong("name")}>
        {(c) => <TextInput {...c} {...register("name")} />}
      </Field>
      <Field label="Leaves are made in">
        {(c) => (
          <Select {...c} {...register("system")}>
            <option value="metric">millimeters</option>
            <option value="inch">inches</option>
          </Select>
        )}
      </Field>
      <Field
        label="Marks of the leaves"
        hint="Separated by spaces: 0.05 0.10 0.15. Both marks of a blade: 0.25/.010"
        error={wrong("marks")}
      >
        {(c) => <TextArea {...c} {...register("marks")} rows={4} />}
      </Field>
      {other !== null && <Complaint role="alert">{other.message}</Complaint>}
      <div>
        <Button type="submit" kind="now" disabled={busy}>
          Add the set
        </Button>
      </div>
    </chakra.form>
  );
}
