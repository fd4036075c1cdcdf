import type { Metadata } from "next";
import { listPeople } from "@/server/http/actor";
import { asViewer } from "@/server/http/inShop";
import { listFeelerSets } from "@/server/shop/feelerSets";
import { bleedOf, cautionDaysOf, unitsOf } from "@/server/shop/shopSettings";
import { ShopView } from "@/ui/shop/ShopView";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Shop" };

export default async function ShopPage() {
  const [db, viewer] = await asViewer();
  const { shopId, shopName } = viewer;
  return (
    <Shell>
      <ShopView
        shopName={shopName}
        people={await listPeople(shopId)}
        sets={await listFeelerSets(db, shopId)}
        bleed={await bleedOf(db, shopId)}
        cautionDays={await cautionDaysOf(db, shopId)}
        leads={viewer.person?.role === "lead"}
        units={await unitsOf(db, viewer)}
        currency={viewer.currency}
      />
    </Shell>
  );
}
