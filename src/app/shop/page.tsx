import type { Metadata } from "next";
import { asViewer } from "@/server/http/inShop";
import { backgroundSeen } from "@/server/background/seen";
import { allFeelerSets } from "@/server/shop/feelerSets";
import { everybody } from "@/server/shop/people";
import { bleedOf, cautionDaysOf, quietMinutesOf, unitsOf } from "@/server/shop/shopSettings";
import { riskOf } from "@/server/record/life";
import { listDevices } from "@/server/signIn/devices";
import { ShopView } from "@/ui/shop/ShopView";
import { ownCauseLines } from "@/server/shop/ownCauses";
import { Shell } from "../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Shop" };

export default async function ShopPage() {
  const [db, viewer] = await asViewer("see");
  const { shopId, shopName } = viewer;
  const leads = viewer.person?.role === "lead";
  return (
    <Shell>
      <ShopView
        shopName={shopName}
        people={await everybody(db, shopId)}
        sets={await allFeelerSets(db, shopId)}
        bleed={await bleedOf(db, shopId)}
        cautionDays={await cautionDaysOf(db, shopId)}
        riskPercent={(await riskOf(db, shopId)) * 100}
        causes={leads ? await ownCauseLines(db, shopId) : []}
        leads={leads}
        background={leads ? await backgroundSeen(db) : []}
        units={await unitsOf(db, viewer)}
        ways={viewer.ways}
        devices={await listDevices(db, shopId)}
        deviceHere={viewer.device?.name ?? null}
        quietMinutes={await quietMinutesOf(db, shopId)}
        demo={viewer.madeUp ?? false}
      />
    </Shell>
  );
}
