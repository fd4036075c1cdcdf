import type { Metadata } from "next";
import { database } from "@/db/connect";
import { listPeople, viewer } from "@/server/actor";
import { listFeelerSets } from "@/server/feelerSets";
import { bleedOf } from "@/server/shopSettings";
import { ShopView } from "@/ui/shop/ShopView";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Shop" };

export default async function ShopPage() {
  const { shopId, shopName } = await viewer();
  return (
    <Shell>
      <ShopView
        shopName={shopName}
        people={await listPeople(shopId)}
        sets={await listFeelerSets(database(), shopId)}
        bleed={await bleedOf(database(), shopId)}
      />
    </Shell>
  );
}
