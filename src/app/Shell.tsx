import type { ReactNode } from "react";
import { listPeople, viewer } from "@/server/http/actor";
import { Frame } from "@/ui/frame/Frame";

/** A place of the app, with who is at work in the bar on top. */
export async function Shell({ children }: { readonly children: ReactNode }) {
  const { shopId, shopName, person } = await viewer();
  return (
    <Frame shopName={shopName} people={await listPeople(shopId)} person={person}>
      {children}
    </Frame>
  );
}
