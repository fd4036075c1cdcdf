"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useId } from "react";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { toggled } from "./toggled";
import type { Preparation } from "./usePreparation";

/** What is read before anything is touched: what this person confirmed here before by one tap, what is new by itself. */
export function CautionsPart({ preparation }: { readonly preparation: Preparation }) {
  const { form, chosen, cautions, wrong } = preparation;
  const { again, anew, confirmedOn } = cautions;
  const note = useId();
  const open = wrong("cautions");
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
              on={chosen.accepted.includes(c.id)}
              onChange={() => form.setValue("accepted", toggled(chosen.accepted, c.id))}
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
