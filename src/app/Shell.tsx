import type { ReactNode } from "react";
import type { TypedUnit } from "@/core/units/typedLength";
import { listPeople } from "@/server/http/actor";
import { asViewer } from "@/server/http/inShop";
import { refusedInShop } from "@/server/jobs/refused";
import { Frame } from "@/ui/frame/Frame";

interface Props {
  readonly children: ReactNode;
  /** The system of the engine that the page is about; null where it says none. */
  readonly unit?: TypedUnit | null;
}

/** A place of the app, with who is at work in the bar on top; one about an engine speaks its system. */
export async function Shell({ children, unit = null }: Props) {
  const [db, { shopId, shopName, person, unit: usual, currency }] = await asViewer();
  const [people, refused] = await Promise.all([listPeople(shopId), refusedInShop(db, shopId)]);
  return (
    <Frame
      unit={unit ?? usual}
      currency={currency}
      shopName={shopName}
      people={people}
      person={person}
      refused={refused.map((r) => ({ ...r, known: true }))}
    >
      {children}
    </Frame>
  );
}
