import type { ReactNode } from "react";
import type { TypedUnit } from "@/core/units/typedLength";
import { asViewer } from "@/server/http/inShop";
import { refusedInShop } from "@/server/jobs/refused";
import { provingHere } from "@/server/signIn/provingHere";
import { Frame } from "@/ui/frame/Frame";

interface Props {
  readonly children: ReactNode;
  /** The system of the engine that the page is about; null where it says none. */
  readonly unit?: TypedUnit | null;
}

/** A place of the app, with who is at work in the bar on top; one about an engine speaks its system. */
export async function Shell({ children, unit = null }: Props) {
  const [db, viewer] = await asViewer("see");
  const { shopId, shopName, person, unit: usual, currency } = viewer;
  const [device, refused] = await Promise.all([provingHere(viewer), refusedInShop(db, shopId)]);
  return (
    <Frame
      unit={unit ?? usual}
      currency={currency}
      shopName={shopName}
      person={person}
      device={device}
      refused={refused.map((r) => ({ ...r, known: true }))}
    >
      {children}
    </Frame>
  );
}
