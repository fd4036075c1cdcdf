"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { BackgroundLine } from "@/core/shop/background";
import type { SetLine } from "@/core/shop/feelerSet";
import type { PersonLine } from "@/core/shop/person";
import type { BleedMinutes } from "@/core/preload/bleedDown";
import type { ShopWays } from "@/core/shop/ways";
import type { TypedUnit } from "@/core/units/typedLength";
import { OwnCauses, type OwnCauseShown } from "./OwnCauses";
import { ButtonLink } from "../controls/Button";
import { PlateHeading } from "../controls/Stamp";
import { AddFeelerSet } from "./AddFeelerSet";
import { Background } from "./Background";
import { BleedForm } from "./BleedForm";
import { UnitForm } from "./UnitForm";
import { WaysForm } from "./WaysForm";
import { CautionForm } from "./CautionForm";
import { Devices } from "./Devices";
import { NameForm } from "./NameForm";
import { People } from "./People";
import { RiskForm } from "./RiskForm";
import { SetRow } from "./SetRow";
import { TakeIn } from "./TakeIn";
import { Title } from "../controls/Title";

interface Props {
  readonly shopName: string;
  readonly people: readonly PersonLine[];
  readonly sets: readonly SetLine[];
  readonly bleed: BleedMinutes;
  readonly cautionDays: number;
  readonly riskPercent: number;
  readonly causes: readonly OwnCauseShown[];
  readonly ways: ShopWays;
  /** A lead hand is at work here. */
  readonly leads: boolean;
  /** Shared devices in use, and what this one is called where it is one. */
  readonly devices: readonly { readonly id: string; readonly name: string }[];
  readonly deviceHere: string | null;
  readonly quietMinutes: number;
  readonly demo: boolean;
  /** What was done without anybody asking; nothing for whoever is no lead. */
  readonly background: readonly BackgroundLine[];
  readonly units: { readonly shop: TypedUnit; readonly mine?: TypedUnit | null };
}

/** People and feeler sets. */
export function ShopView({
  shopName,
  people,
  sets,
  bleed,
  cautionDays,
  riskPercent,
  causes,
  leads,
  units,
  ways,
  devices,
  deviceHere,
  quietMinutes,
  demo,
  background,
}: Props) {
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.2fr) minmax(0, 1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <Title gridColumn="1 / -1">{shopName}</Title>
      <chakra.section aria-labelledby="sets" minWidth="0">
        <PlateHeading id="sets">Feeler sets</PlateHeading>
        {sets.length === 0 && (
          <chakra.p fontSize="18px" py="2">
            None yet. Lay in the one you work with: what a leaf says is read against its marks.
          </chakra.p>
        )}
        {sets.map((set) => (
          <SetRow key={set.id} set={set} leads={leads} />
        ))}
        <People people={people} leads={leads} />
        <chakra.p fontSize="17px" pt="3">
          How far can a reading be trusted?{" "}
          <Link href="/gauge-studies" prefetch={false} style={{ textDecoration: "underline" }}>
            Gauge studies
          </Link>
        </chakra.p>
        {leads && (
          <chakra.div display="flex" flexDirection="column" gap="8" pt="8">
            {!demo && (
              <Devices key={devices.length} devices={devices} here={deviceHere} quietMinutes={quietMinutes} />
            )}
            <OwnCauses causes={causes} />
            <NameForm key={shopName} name={shopName} />
            <Background lines={background} />
            <section aria-labelledby="elsewhere">
              <PlateHeading id="elsewhere" pb="2">
                All of it elsewhere
              </PlateHeading>
              <chakra.p fontSize="16px" color="soft" pb="3">
                Engines, jobs, people and parts of this shop in one archive: to keep, or for another installation.
                Passwords and PINs stay here.
              </chakra.p>
              <ButtonLink href="/api/shop/export" download>
                Download the shop
              </ButtonLink>
            </section>
          </chakra.div>
        )}
      </chakra.section>
      <chakra.div display="flex" flexDirection="column" gap="8" minWidth="0">
        {leads && (
          <>
            <AddFeelerSet key={sets.length} />
            <TakeIn key={people.length} />
            <BleedForm bleed={bleed} />
            <CautionForm days={cautionDays} />
            <RiskForm percent={riskPercent} />
          </>
        )}
        <UnitForm {...units} leads={leads} />
        {leads && <WaysForm ways={ways} />}
        {!leads && (
          <chakra.p fontSize="16px" color="soft">
            Sets, people and the settings of the shop are changed by a lead.
          </chakra.p>
        )}
      </chakra.div>
    </chakra.div>
  );
}
