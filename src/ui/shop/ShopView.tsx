"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { SCHOOL_NAMES } from "@/core/lash/school";
import type { BleedMinutes } from "@/core/preload/bleedDown";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { Currency } from "@/core/units/money";
import type { TypedUnit } from "@/core/units/typedLength";
import type { Person } from "@/core/shop/person";
import { PlateHeading } from "../controls/Stamp";
import { AddFeelerSet } from "./AddFeelerSet";
import { BleedForm } from "./BleedForm";
import { UnitForm } from "./UnitForm";
import { CautionForm } from "./CautionForm";
import { CurrencyForm } from "./CurrencyForm";
import { ROLE, TakeIn } from "./TakeIn";

interface Props {
  readonly shopName: string;
  readonly people: readonly Person[];
  readonly sets: readonly FeelerSet[];
  readonly bleed: BleedMinutes;
  readonly cautionDays: number;
  readonly currency: Currency;
  /** A lead hand is at work here. */
  readonly leads: boolean;
  readonly units: { readonly shop: TypedUnit; readonly mine?: TypedUnit | null };
}

/** People and feeler sets. */
export function ShopView({ shopName, people, sets, bleed, cautionDays, leads, units, currency }: Props) {
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
        {sets.length === 0 && (
          <chakra.p fontSize="18px" py="2">
            None yet. Lay in the one you work with: what a leaf says is read against its marks.
          </chakra.p>
        )}
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
        {leads && <TakeIn key={people.length} />}
        <BleedForm bleed={bleed} />
        <CautionForm days={cautionDays} />
        <UnitForm {...units} />
        <CurrencyForm currency={currency} />
      </chakra.div>
    </chakra.div>
  );
}
