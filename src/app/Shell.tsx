import type { ReactNode } from "react";
import { listPeople } from "@/server/http/actor";
import { asViewer } from "@/server/http/inShop";
import { refusedInShop } from "@/server/jobs/refused";
import { Frame } from "@/ui/frame/Frame";

/** A place of the app, with who is at work in the bar on top. */
export async function Shell({ children }: { readonly children: ReactNode }) {
  const [db, { shopId, shopName, person }] = await asViewer();
  const [people, refused] = await Promise.all([listPeople(shopId), refusedInShop(db, shopId)]);
  return (
    <Frame shopName={shopName} people={people} person={person} refused={refused.map((r) => ({ ...r, known: true }))}>
      {children}
    </Frame>
  );
}
