import { useRouter } from "next/navigation";
import { useState } from "react";
import type { TypedUnit } from "@/core/units/typedLength";
import { Field, Select } from "../controls/Field";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { send, troubleOf } from "../send";

interface Props {
  readonly shop: TypedUnit;
  /** Of who is at work; null: as the shop. Left out while nobody is. */
  readonly mine?: TypedUnit | null;
  /** Whoever looks may say it for the shop. */
  readonly leads: boolean;
}

/** In what a bare length is read where no engine says otherwise. */
export function UnitForm({ shop, mine, leads }: Props) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [kept, setKept] = useState(false);
  async function keep(url: string, unit: string): Promise<void> {
    const sent = await send("PUT", url, { lengthUnit: unit === "" ? null : unit });
    const why = troubleOf(sent)?.message ?? null;
    setTrouble(why);
    setKept(why === null);
    router.refresh();
  }
  return (
    <section aria-labelledby="units">
      <PlateHeading id="units" pb="3">
        Lengths are typed in
      </PlateHeading>
      {leads && (
        <Field label="In this shop" hint="A field shows its unit. An engine speaks the system its figures came in.">
          {(c) => (
            <Select {...c} value={shop} maxWidth="14rem" onChange={(e) => void keep("/api/shop", e.target.value)}>
              <option value="mm">millimeters</option>
              <option value="in">inches</option>
            </Select>
          )}
        </Field>
      )}
      {mine !== undefined && (
        <Field label="By you">
          {(c) => (
            <Select
              {...c}
              value={mine ?? ""}
              maxWidth="14rem"
              onChange={(e) => void keep("/api/people", e.target.value)}
            >
              <option value="">as the shop</option>
              <option value="mm">millimeters</option>
              <option value="in">inches</option>
            </Select>
          )}
        </Field>
      )}
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
      {kept && (
        <span role="status" style={{ fontWeight: 600 }}>
          Saved
        </span>
      )}
    </section>
  );
}
