"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useId } from "react";
import type { Caution } from "@/core/job/setup/caution";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { toggled } from "./toggled";

interface Props {
  readonly cautions: {
    /** Those that one tap confirms again. */
    readonly again: readonly Caution[];
    readonly anew: readonly Caution[];
    readonly confirmedOn: string | null;
  };
  /** The ids of those that are ticked. */
  readonly accepted: readonly string[];
  readonly onAccept: (accepted: string[]) => void;
  /** What is said of those that are not. */
  readonly open: string | undefined;
}

/** What is read before anything is touched: what this person confirmed here before by one tap, what is new by itself. */
export function CautionsPart({ cautions, accepted, onAccept, open }: Props) {
  const { again, anew, confirmedOn } = cautions;
  const note = useId();
  return (
    <>
      {again.length > 0 && (
        <section>
          <PlateHeading>Read again: you confirmed these here on {confirmedOn}</PlateHeading>
          <chakra.ul m="0" pl="5" pt="1" fontSize="17px" listStyleType="square">
            {again.map((c) => (
              <chakra.li key={c.id} py="1">
                {c.text}
              </chakra.li>
            ))}
          </chakra.ul>
        </section>
      )}
      {anew.length > 0 && (
        <chakra.fieldset
          border="0"
          p="0"
          m="0"
          minWidth="0"
          aria-describedby={open === undefined ? undefined : note}
          data-invalid={open === undefined ? undefined : ""}
        >
          <chakra.legend p="0">
            <PlateHeading as="span">Read and tick each caution</PlateHeading>
          </chakra.legend>
          {anew.map((c) => (
            <Tick
              key={c.id}
              on={accepted.includes(c.id)}
              onChange={() => onAccept(toggled(accepted, c.id))}
              label={c.text}
              look="ruled"
            />
          ))}
        </chakra.fieldset>
      )}
      {open !== undefined && (
        <Complaint id={note} role="alert">
          {open}
        </Complaint>
      )}
    </>
  );
}
