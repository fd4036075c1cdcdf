import type { ReactNode } from "react";
import type { Permission } from "@/core/shop/permission";
import type { TypedUnit } from "@/core/units/typedLength";
import { asViewer } from "@/server/http/inShop";
import { refusedInShop } from "@/server/jobs/refused";
import { provingHere } from "@/server/signIn/provingHere";
import { Frame } from "@/ui/frame/Frame";

interface Props {
  readonly children: ReactNode;
  /** The system of the engine that the page is about; null where it says none. */
  readonly unit?: TypedUnit | null;
  /** What is done on the page, where it is not staff alone who look at it. */
  readonly to?: Extract<Permission, "see" | "see own" | "own habits">;
}

/** A place of the app, with who is at work in the bar on top; one about an engine speaks its system. */
export async function Shell({ children, unit = null, to = "see" }: Props) {
  const [db, viewer] = await asViewer(to);
  const { shopId, shopName, person, unit: usual, ways } = viewer;
  const [device, refused] = await Promise.all([
    provingHere(viewer),
    person?.role === "viewer" ? [] : refusedInShop(db, shopId),
  ]);
  return (
    <Frame
      unit={unit ?? usual}
      ways={ways}
      shopName={shopName}
      person={person}
      device={device}
      refused={refused.map((r) => ({ ...r, known: true }))}
    >
      {children}
    </Frame>
  );
}
