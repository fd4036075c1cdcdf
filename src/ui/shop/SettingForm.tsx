"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import type { UseFormRegister } from "react-hook-form";
import { Button } from "../controls/Button";
import { FormEnd } from "../controls/FormEnd";
import { PlateHeading } from "../controls/Stamp";
import { numberOrText } from "../controls/typed";
import { useSentForm } from "../controls/useSentForm";
import { send } from "../send";

type Typed = Record<string, string>;

interface Props {
  readonly heading: string;
  readonly submit: string;
  /** The figures as they stand, by the name that the shop's door knows them by. */
  readonly figures: Readonly<Record<string, number>>;
  /** Says, under the fields, what the figures are for. */
  readonly note?: string;
  readonly children: (
    field: (name: string) => ReturnType<UseFormRegister<Typed>>,
    wrong: (name: string) => string | undefined,
  ) => ReactNode;
}

/** Figures that a shop sets for itself, kept together. */
export function SettingForm({ heading, submit: label, figures, note, children }: Props) {
  const router = useRouter();
  const [kept, setKept] = useState(false);
  const names = Object.keys(figures);
  const { register, submit, busy, wrong, elsewhere, forget } = useSentForm<Typed>({
    defaultValues: Object.fromEntries(names.map((name) => [name, String(figures[name])])),
    send: (typed) =>
      send("PUT", "/api/shop", Object.fromEntries(names.map((name) => [name, numberOrText(typed[name] ?? "")]))),
    onDone: () => {
      setKept(true);
      router.refresh();
    },
  });
  const anew = {
    onChange: () => {
      setKept(false);
      forget();
    },
  };
  const other = elsewhere(...names);
  return (
    <chakra.form noValidate onSubmit={submit} display="flex" flexDirection="column" gap="3">
      <PlateHeading>{heading}</PlateHeading>
      {children((name) => register(name, anew), wrong)}
      {note !== undefined && (
        <chakra.p fontSize="16px" color="soft">
          {note}
        </chakra.p>
      )}
      <FormEnd trouble={other} done={kept ? "Saved" : null}>
        <Button type="submit" disabled={busy}>
          {label}
        </Button>
      </FormEnd>
    </chakra.form>
  );
}
