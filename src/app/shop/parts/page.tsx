import type { Metadata } from "next";
import { asViewer } from "@/server/http/inShop";
import { listMicrometers } from "@/server/parts/micrometers";
import { listOrders } from "@/server/parts/orders";
import { isSimulated } from "@/server/devices/simulated";
import { listParts } from "@/server/parts/parts";
import { PartsView } from "@/ui/parts/PartsView";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Parts" };

/** Older orders are done with, and their parts are in stock. */
const SHOWN = 6;

export default async function PartsPage() {
  const [db, { shopId }] = await asViewer();
  return (
    <Shell>
      <PartsView
        simulated={isSimulated()}
        parts={await listParts(db, shopId)}
        micrometers={await listMicrometers(db, shopId)}
        orders={(await listOrders(db, shopId)).slice(0, SHOWN)}
      />
    </Shell>
  );
}
