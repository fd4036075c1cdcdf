"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { Micrometer } from "@/core/parts/micrometer";
import { DRAWER_PART_NAMES, type DrawerPartKind } from "@/core/parts/part";
import type { Wanted } from "@/core/shims/wanted";
import { Button } from "../controls/Button";
import { PlateHeading } from "../controls/Stamp";
import { Bought } from "./Bought";

interface Props {
  readonly engine: string;
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly stepMm: number;
  readonly wanted: readonly Wanted[];
  readonly micrometers: readonly Micrometer[];
  /** Nothing is on its way that goes into stock by itself. */
  readonly byHand: boolean;
}

/** What is to be bought, as a plain list: on paper, or as CSV. */
export function ToOrder({ engine, kind, diameterMm, stepMm, wanted, micrometers, byHand }: Props) {
  const what = `${DRAWER_PART_NAMES[kind]}${diameterMm === null ? "" : `, ${diameterMm} mm across`}`;
  async function save(): Promise<void> {
    const { default: Papa } = await import("papaparse");
    const rows = wanted.map(({ sizeMm, at }) => ({
      kind,
      diameter_mm: diameterMm ?? "",
      thickness_mm: sizeMm.toFixed(3),
      count: at.length,
      for: at.map((a) => a.position).join(" "),
    }));
    const url = URL.createObjectURL(new Blob([`${Papa.unparse(rows)}\r\n`], { type: "text/csv" }));
    const link = Object.assign(document.createElement("a"), { href: url, download: "to-order.csv" });
    link.click();
    URL.revokeObjectURL(url);
  }
  return (
    <chakra.section
      aria-label="To order"
      data-to-order
      css={{
        // On paper the list stands alone.
        "@media print": {
          "body:has(&)": { height: "100vh", overflow: "hidden" },
          "body:has(&) *": { visibility: "hidden" },
          "&, & *": { visibility: "visible!" },
          position: "fixed",
          inset: "0",
        },
      }}
    >
      <PlateHeading>To order, for {engine}</PlateHeading>
      <chakra.p fontSize="16px" color="soft">
        {what}, in steps of {stepMm} mm.
      </chakra.p>
      <chakra.ul m="0" pl="5" fontSize="17px" listStyleType="square">
        {wanted.map(({ sizeMm, at }) => (
          <li key={sizeMm}>
            <b>
              {at.length} × {sizeMm.toFixed(3)} mm
            </b>
            :{" "}
            {at
              .map((a) => `${a.position} (leaves ${a.leavesMm.toFixed(3)} mm${a.inBand ? "" : ", out of spec"})`)
              .join(", ")}
          </li>
        ))}
      </chakra.ul>
      <chakra.div display="flex" flexWrap="wrap" gap="2" pt="2" _print={{ display: "none" }}>
        <Button type="button" onClick={() => window.print()}>
          Print the list
        </Button>
        <Button type="button" onClick={() => void save()}>
          List as CSV
        </Button>
        {byHand && (
          <Bought
            key={wanted.map((w) => `${w.sizeMm}x${w.at.length}`).join()}
            {...{ engine, kind, diameterMm, wanted, micrometers }}
          />
        )}
      </chakra.div>
    </chakra.section>
  );
}
