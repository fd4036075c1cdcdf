import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { asViewer } from "@/server/http/inShop";
import { myShops } from "@/server/signIn/signIn";
import { mySessions } from "@/server/signIn/sessions";
import { ownHand } from "@/server/record/gauge";
import { YouView } from "@/ui/you/YouView";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "You" };

export default async function YouPage() {
  const [db, { person, shopId }] = await asViewer("own habits");
  if (person === null) redirect("/sign-in");
  return (
    <Shell to="own habits">
      <YouView
        person={person}
        hand={await ownHand(db, shopId, person.id)}
        sessions={await mySessions()}
        shops={await myShops(shopId)}
      />
    </Shell>
  );
}
