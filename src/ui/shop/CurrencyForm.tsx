import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Currency } from "@/core/units/money";
import { Field, Select } from "../controls/Field";
import { Complaint } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import { CurrencyOptions } from "./options";

/** In what the shop's prices are. */
export function CurrencyForm({ currency }: { readonly currency: Currency }) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  async function keep(chosen: string): Promise<void> {
    const sent = await send("PUT", "/api/shop", { currency: chosen });
    setTrouble(troubleOf(sent)?.message ?? null);
    router.refresh();
  }
  return (
    <>
      <Field
        label="Prices are in"
        hint="What is in the drawers keeps its figures. A supplier with another currency is not ordered from."
      >
        {(c) => (
          <Select {...c} value={currency} maxWidth="22rem" onChange={(e) => void keep(e.target.value)}>
            <CurrencyOptions />
          </Select>
        )}
      </Field>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </>
  );
}
