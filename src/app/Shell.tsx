import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import { listPeople, viewer } from "@/server/actor";
import { TopBar } from "@/ui/frame/TopBar";

/** A place of the app: the bar on top, and the page below it. */
export async function Shell({ children }: { readonly children: ReactNode }) {
  const { shopId, shopName, person } = await viewer();
  return (
    <>
      <TopBar shopName={shopName} people={await listPeople(shopId)} person={person} />
      <chakra.main id="main" maxWidth="page" mx="auto" px={{ base: "3", md: "6" }} py={{ base: "4", md: "6" }}>{children}</chakra.main>
    </>
  );
}
