import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import type { ShopWays } from "@/core/shop/ways";
import { Field, Select } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import { CurrencyOptions, PaperOptions, TemperatureOptions } from "./options";

/** In what the shop's prices and temperatures are, and on what it prints. */
export const WaysForm = ({ ways }: { readonly ways: ShopWays }) => (
  <>
    <Choice
      label="Prices are in"
      hint="What is in the drawers keeps its figures. A supplier with another currency is not ordered from."
      name="currency"
      value={ways.currency}
    >
      <CurrencyOptions />
    </Choice>
    <Choice
      label="Temperatures are in"
      hint="Typed and shown; 180 F or 82 C is read as it says."
      name="temperatureUnit"
      value={ways.temperatureUnit}
    >
      <TemperatureOptions />
    </Choice>
    <Choice label="Prints on" hint="Sheets, tapes and cards" name="paper" value={ways.paper}>
      <PaperOptions />
    </Choice>
  </>
);

interface ChoiceProps {
  readonly label: string;
  readonly hint: string;
  readonly name: keyof ShopWays;
  readonly value: string;
  readonly children: ReactNode;
}

/** Kept as it is chosen. */
function Choice({ label, hint, name, value, children }: ChoiceProps) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  async function keep(chosen: string): Promise<void> {
    const sent = await send("PUT", "/api/shop", { [name]: chosen });
    setTrouble(troubleOf(sent)?.message ?? null);
    router.refresh();
  }
  return (
    <>
      <Field label={label} hint={hint}>
        {(c) => (
          <Select {...c} value={value} maxWidth="22rem" onChange={(e) => void keep(e.target.value)}>
            {children}
          </Select>
        )}
      </Field>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </>
  );
}
