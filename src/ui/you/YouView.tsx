"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { format, formatDistanceToNow } from "date-fns";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Person, SessionLine, ShopLine } from "@/core/shop/person";
import { type Hand, biasWords } from "@/core/record/hands";
import { capital } from "@/core/job/words/names";
import { fineLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Field, TextInput } from "../controls/Field";
import { FormEnd } from "../controls/FormEnd";
import { Row } from "../controls/Row";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import { useUnit } from "../controls/unit";
import { useSentForm } from "../controls/useSentForm";
import { send, troubleOf } from "../send";
import { ROLE } from "../shop/roles";
import { goToShop, signOut } from "../signIn/signOut";
import { browserWords } from "./browserWords";
import { Title } from "../controls/Title";

interface Props {
  readonly person: Person;
  /** What gauge studies found of their hand, and whether that is used; null where it was never studied. */
  readonly hand: { readonly hand: Hand; readonly counts: boolean } | null;
  readonly sessions: readonly SessionLine[];
  readonly shops: readonly ShopLine[];
}

/** What one has of one's own: password, PIN, and where one is signed in. */
export function YouView({ person, hand, sessions, shops }: Props) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const end = async (id: string | null): Promise<void> => {
    const sent = await send("POST", "/api/sessions/ended", { id });
    setTrouble(troubleOf(sent)?.message ?? null);
    router.refresh();
  };
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.div gridColumn="1 / -1" display="flex" flexWrap="wrap" gap="4" alignItems="center">
        <Title>{person.name}</Title>
        <chakra.span color="soft" fontSize="18px" flex="1">
          {ROLE[person.role]}
        </chakra.span>
        <Button type="button" onClick={() => void signOut().then(setTrouble)}>
          Sign out
        </Button>
      </chakra.div>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
      <chakra.div display="flex" flexDirection="column" gap="8">
        <Proof
          heading="Another password"
          url="/api/password"
          name="password"
          label="New password"
          hint="At least 8 characters. You are signed out everywhere else."
          submit="Change the password"
        />
        <Proof
          heading="Another PIN"
          url="/api/pin"
          name="pin"
          label="New PIN"
          hint="4 to 8 digits, for the shop's shared devices"
          submit="Change the PIN"
        />
      </chakra.div>
      <chakra.div display="flex" flexDirection="column" gap="8">
        {hand !== null && <OwnHand hand={hand.hand} counts={hand.counts} />}
        {shops.length > 1 && (
          <section aria-labelledby="shops">
            <PlateHeading id="shops" pb="2">
              Shops
            </PlateHeading>
            <chakra.ul listStyleType="none" m="0" p="0">
              {shops.map((s) => (
                <Row key={s.id}>
                  <span>{s.name}</span>
                  {s.here ? (
                    <chakra.span color="soft">you are here</chakra.span>
                  ) : (
                    <Button
                      type="button"
                      aria-label={`Go to ${s.name}`}
                      onClick={() => void goToShop(s.id).then(setTrouble)}
                    >
                      Go there
                    </Button>
                  )}
                </Row>
              ))}
            </chakra.ul>
          </section>
        )}
        <section aria-labelledby="sessions">
          <PlateHeading id="sessions" pb="2">
            Signed in
          </PlateHeading>
          <chakra.ul listStyleType="none" m="0" p="0">
            {sessions.map((s) => (
              <Row key={s.id}>
                <span>
                  {browserWords(s.browser)}
                  {s.shared ? ", a shared device" : ""}
                  {/* A minute may have passed since the server wrote it. */}
                  <chakra.span color="soft" display="block" fontSize="16px" suppressHydrationWarning>
                    {s.here ? "here, " : ""}since {formatDistanceToNow(s.begunAt)}
                  </chakra.span>
                </span>
                {!s.here && (
                  <Button type="button" onClick={() => void end(s.id)}>
                    Sign out there
                  </Button>
                )}
              </Row>
            ))}
          </chakra.ul>
          {sessions.length > 2 && (
            <Button type="button" onClick={() => void end(null)}>
              Sign out everywhere else
            </Button>
          )}
        </section>
      </chakra.div>
    </chakra.div>
  );
}

/** What a study found of one's hand, or gaps on the screen, with the switch that says whether it is used. */
function OwnHand({ hand, counts }: { readonly hand: Hand; readonly counts: boolean }) {
  const router = useRouter();
  const typed = useUnit();
  const unit = typed === "mm" ? "mm" : "in";
  const [on, setOn] = useState(counts);
  const [trouble, setTrouble] = useState<string | null>(null);
  async function change(next: boolean): Promise<void> {
    setOn(next);
    const sent = await send("PUT", "/api/people", {
      [hand.against === "screen" ? "screenCounts" : "handCounts"]: next,
    });
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind !== "done") setOn(counts);
    router.refresh();
  }
  return (
    <section aria-labelledby="hand">
      <PlateHeading id="hand" pb="2">
        Your hand
      </PlateHeading>
      <chakra.p fontSize="18px">
        You repeat within {fineLength(hand.repeatMm, unit)}.{" "}
        {capital(
          biasWords(hand, unit) ?? (hand.against === "others" ? "you read as others do" : "you read what is there"),
        )}
        . As of {format(new Date(hand.at), "MMM d, yyyy")}.
        {hand.against === "screen" &&
          " By gaps practiced on the screen, which shows judgment and not fingers: a gauge study on known gaps takes its place."}
      </chakra.p>
      <Tick
        on={on}
        label="Use it where I read"
        note="Told beside a reading, and counted in what valves moved; no reading is changed"
        onChange={(next) => void change(next)}
      />
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </section>
  );
}

interface ProofProps {
  readonly heading: string;
  readonly url: string;
  readonly name: "password" | "pin";
  readonly label: string;
  readonly hint: string;
  readonly submit: string;
}

/** Another password or PIN: whoever has the old password may choose it. */
function Proof({ heading, url, name, label, hint, submit: words }: ProofProps) {
  const [kept, setKept] = useState(false);
  const { register, submit, busy, wrong, elsewhere, reset } = useSentForm({
    defaultValues: { current: "", next: "" },
    send: ({ current, next }) => send("PUT", url, { current, [name]: next }),
    onDone: () => {
      setKept(true);
      reset();
    },
  });
  const other = elsewhere("current", name);
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3" aria-label={heading}>
      <PlateHeading>{heading}</PlateHeading>
      <Field label="Password that you have" error={wrong("current")}>
        {(c) => <TextInput {...c} {...register("current")} type="password" autoComplete="current-password" />}
      </Field>
      <Field label={label} hint={hint} error={wrong(name)}>
        {(c) => (
          <TextInput
            {...c}
            {...register("next")}
            type="password"
            autoComplete={name === "pin" ? "off" : "new-password"}
            {...(name === "pin" ? { inputMode: "numeric" as const, maxWidth: "12rem" } : {})}
          />
        )}
      </Field>
      <FormEnd trouble={other} done={kept ? "Changed" : null}>
        <Button type="submit" disabled={busy}>
          {words}
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
