"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { SCHOOL_NAMES } from "@/core/lash/school";
import type { BleedMinutes } from "@/core/preload/bleedDown";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { Currency } from "@/core/units/money";
import type { TypedUnit } from "@/core/units/typedLength";
import type { Person } from "@/core/shop/person";
import { Button } from "../controls/Button";
import { Field, Select, TextArea, TextInput } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";
import { BleedForm } from "./BleedForm";
import { UnitForm } from "./UnitForm";
import { CautionForm } from "./CautionForm";
import { CurrencyForm } from "./CurrencyForm";

interface Props {
  readonly shopName: string;
  readonly people: readonly Person[];
  readonly sets: readonly FeelerSet[];
  readonly bleed: BleedMinutes;
  readonly cautionDays: number;
  readonly currency: Currency;
  readonly units: { readonly shop: TypedUnit; readonly mine?: TypedUnit | null };
}

const ROLE: Record<Person["role"], string> = { lead: "lead hand", mechanic: "mechanic", apprentice: "apprentice" };

/** People and feeler sets. */
export function ShopView({ shopName, people, sets, bleed, cautionDays, units, currency }: Props) {
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.2fr) minmax(0, 1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.h1 gridColumn="1 / -1" fontFamily="stamp" fontWeight={600} fontSize="30px">
        {shopName}
      </chakra.h1>
      <chakra.section aria-labelledby="sets" minWidth="0">
        <PlateHeading id="sets">Feeler sets</PlateHeading>
        {sets.map((s) => (
          <chakra.div key={s.id} borderTop="1px solid" borderColor="line" py="3">
            <chakra.p fontSize="19px" fontWeight={600}>
              {s.name}
            </chakra.p>
            <chakra.p fontFamily="mono" fontSize="16px" color="soft">
              {s.leaves.map((l) => (s.system === "metric" ? l.mmMark : l.inchMark)).join("  ")}{" "}
              {s.system === "metric" ? "mm" : "in"}
            </chakra.p>
          </chakra.div>
        ))}
        <PlateHeading pt="6">People</PlateHeading>
        <chakra.ul listStyleType="none" m="0" p="0">
          {people.map((p) => (
            <chakra.li key={p.id} borderTop="1px solid" borderColor="line" py="2" fontSize="18px">
              <b>{p.name}</b>, {ROLE[p.role]}, reads by: {SCHOOL_NAMES[p.school].name.toLowerCase()}
            </chakra.li>
          ))}
        </chakra.ul>
      </chakra.section>
      <chakra.div display="flex" flexDirection="column" gap="8" minWidth="0">
        <AddFeelerSet key={sets.length} />
        <BleedForm bleed={bleed} />
        <CautionForm days={cautionDays} />
        <UnitForm {...units} />
        <CurrencyForm currency={currency} />
      </chakra.div>
    </chakra.div>
  );
}

function AddFeelerSet() {
  const router = useRouter();
  const { register, submit, busy, wrong, elsewhere } = useSentForm({
    defaultValues: { name: "", system: "metric", marks: "" },
    send: (set, idFor) => send("POST", "/api/feeler-sets", { id: idFor(set), ...set }),
    onDone: () => router.refresh(),
  });
  const other = elsewhere("name", "marks");
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="4" minWidth="0">
      <PlateHeading>Add your own set</PlateHeading>
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
