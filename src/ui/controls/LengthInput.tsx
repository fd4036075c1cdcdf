"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type Ref, useEffect, useRef, useState } from "react";
import { type TypedUnit, type UsualLength, apart, isBare, taken, unitDoubt } from "@/core/units/typedLength";
import { Button } from "./Button";
import { TextInput } from "./Field";
import { Complaint } from "./Stamp";
import { useUnit } from "./unit";

interface InputProps {
  readonly id?: string;
  readonly "aria-label"?: string | undefined;
  readonly "aria-describedby"?: string;
  readonly "aria-invalid"?: boolean;
  /** With its unit; bare while it must be asked which. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** What is usual here: what lies outside, and inside in the other unit, is asked about. */
  readonly usual: UsualLength;
  readonly placeholder?: string | undefined;
  readonly onBlur?: () => void;
  readonly ref?: Ref<HTMLInputElement>;
}

const OTHER: Readonly<Record<TypedUnit, TypedUnit>> = { mm: "in", in: "mm" };

/** So long after the last key it counts as typed (assumed): a figure that is still growing is not asked about. */
const TYPED_MS = 600;

/** A length: what is typed is read in the unit that stands beside it, which one tap changes. */
export function LengthInput({ value, onChange, usual, placeholder, ref, ...rest }: InputProps) {
  const around = useUnit();
  const [chosen, setChosen] = useState<TypedUnit | null>(null);
  const [typing, setTyping] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const { figures, unit: own } = apart(value);
  const unit = own ?? chosen ?? around;
  const doubt = unitDoubt(value, unit, usual);
  // "12 thou" says its unit itself: what stands beside it would contradict it.
  const saysItself = own === null && value.trim() !== "" && !isBare(value);

  function read(text: string, inUnit: TypedUnit): void {
    const typed = apart(text);
    // What was emptied and is typed anew is read as it was before.
    setChosen(typed.unit ?? inUnit);
    onChange(typed.unit === null ? taken(text, inUnit, usual) : text);
  }
  return (
    <>
      <chakra.span display="flex" width="full" minWidth="0">
        <TextInput
          {...rest}
          ref={ref}
          value={figures}
          placeholder={placeholder}
          autoComplete="off"
          inputMode="decimal"
          minWidth="0"
          borderEndRadius="0"
          onChange={(e) => {
            setTyping(true);
            clearTimeout(timer.current);
            timer.current = setTimeout(() => setTyping(false), TYPED_MS);
            read(e.target.value, unit);
          }}
        />
        <chakra.button
          type="button"
          aria-label={saysItself ? "As typed" : `In ${UNIT_NAMES[unit]}: change to ${UNIT_NAMES[OTHER[unit]]}`}
          disabled={saysItself}
          // Typing the unit does the same: Tab goes from figure to figure.
          tabIndex={-1}
          minWidth="44px"
          px="2"
          bg="paper"
          color="ink"
          borderWidth="1.5px"
          borderStyle="solid"
          borderColor="edge"
          borderStartWidth="0"
          borderEndRadius="plate"
          fontFamily="mono"
          fontSize="16px"
          cursor="pointer"
          onClick={() => {
            setChosen(OTHER[unit]);
            read(figures, OTHER[unit]);
          }}
        >
          {saysItself ? "…" : unit}
        </chakra.button>
      </chakra.span>
      {doubt !== null && !typing && (
        <chakra.span role="group" aria-label="Which unit?" display="flex" flexWrap="wrap" gap="2" alignItems="center">
          <Complaint role="alert">Which?</Complaint>
          {doubt.map((text) => (
            <Button
              key={text}
              type="button"
              onClick={() => {
                setChosen(apart(text).unit);
                onChange(text);
              }}
            >
              {text}
            </Button>
          ))}
        </chakra.span>
      )}
    </>
  );
}

const UNIT_NAMES: Readonly<Record<TypedUnit, string>> = { mm: "millimeters", in: "inches" };
