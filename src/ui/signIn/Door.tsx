"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useState } from "react";
import type { AtDoor } from "@/core/shop/person";
import { PIN_DIGITS } from "@/core/shop/signInName";
import { Button } from "../controls/Button";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { type Sent, troubleOf } from "../send";

interface Props<T> {
  readonly people: readonly AtDoor[];
  /** What is asked, above the names. */
  readonly asks: string;
  /** What the button says, after a PIN was typed. */
  readonly words: (name: string) => string;
  /** A name is proof enough: the made-up shop. */
  readonly open?: boolean;
  readonly prove: (personId: string, pin: string) => Promise<Sent<T>>;
  readonly onProven: (answer: T) => void;
}

const DIGITS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "", "0", "⌫"] as const;

/** Who somebody is: a name, then a PIN. */
export function Door<T>({ people, asks, words, open = false, prove, onProven }: Props<T>) {
  const [who, setWho] = useState<AtDoor | null>(null);
  const [pin, setPin] = useState("");
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);

  async function enter(person: AtDoor): Promise<void> {
    setBusy(true);
    const sent = await prove(person.id, pin);
    setBusy(false);
    setTrouble(troubleOf(sent)?.message ?? null);
    setPin("");
    if (sent.kind === "done") onProven(sent.data);
  }
  const choose = (person: AtDoor | null): void => {
    setWho(person);
    setPin("");
    setTrouble(null);
    if (person !== null && open) void enter(person);
  };

  if (who === null || open)
    return (
      <section aria-labelledby="who">
        <PlateHeading id="who" pb="3">
          {asks}
        </PlateHeading>
        {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
        <chakra.ul listStyleType="none" m="0" p="0" display="grid" gap="3" gridTemplateColumns={{ md: "1fr 1fr" }}>
          {people.map((p) => (
            <li key={p.id}>
              <Button
                type="button"
                size="big"
                width="full"
                minHeight="72px"
                fontSize="20px"
                disabled={busy || (!open && !p.hasPin)}
                onClick={() => choose(p)}
              >
                {p.name}
                {p.pin !== undefined && (
                  <chakra.span fontFamily="mono" fontSize="16px" fontWeight={400} color="soft">
                    PIN {p.pin}
                  </chakra.span>
                )}
                {!open && !p.hasPin && (
                  <chakra.span fontSize="16px" fontWeight={400}>
                    no PIN yet
                  </chakra.span>
                )}
              </Button>
            </li>
          ))}
        </chakra.ul>
      </section>
    );
  return (
    <chakra.form
      noValidate
      aria-label={`PIN of ${who.name}`}
      display="flex"
      flexDirection="column"
      gap="4"
      maxWidth="22rem"
      onSubmit={(event) => {
        event.preventDefault();
        if (pin !== "" && !busy) void enter(who);
      }}
    >
      <PlateHeading>{who.name}</PlateHeading>
      <chakra.label display="flex" flexDirection="column" gap="1" fontWeight={600}>
        PIN
        <chakra.input
          type="password"
          inputMode="numeric"
          autoComplete="off"
          autoFocus
          value={pin}
          maxLength={PIN_DIGITS.most}
          aria-invalid={trouble !== null}
          onChange={(e) => setPin(e.target.value.replace(/[^0-9]/g, ""))}
          minHeight="56px"
          px="3"
          bg="sheet"
          border="1.5px solid"
          borderColor="edge!"
          borderRadius="plate"
          fontFamily="mono"
          fontSize="26px"
          letterSpacing="0.3em"
        />
      </chakra.label>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
      <chakra.div display="grid" gridTemplateColumns="repeat(3, 1fr)" gap="2">
        {DIGITS.map((digit) =>
          digit === "" ? (
            <span key="gap" />
          ) : (
            <Button
              key={digit}
              type="button"
              size="big"
              justifyContent="center"
              fontSize="24px"
              minHeight="64px"
              aria-label={digit === "⌫" ? "Take back a digit" : digit}
              onClick={() =>
                setPin((now) => (digit === "⌫" ? now.slice(0, -1) : `${now}${digit}`.slice(0, PIN_DIGITS.most)))
              }
            >
              {digit}
            </Button>
          ),
        )}
      </chakra.div>
      <Button type="submit" kind="now" disabled={busy || pin.length < PIN_DIGITS.least}>
        {words(who.name)}
      </Button>
      <Button type="button" onClick={() => choose(null)}>
        Somebody else
      </Button>
    </chakra.form>
  );
}
