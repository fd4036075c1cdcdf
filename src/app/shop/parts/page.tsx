import type { Metadata } from "next";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { listMicrometers } from "@/server/micrometers";
import { listOrders } from "@/server/orders";
import { listParts } from "@/server/parts";
import { PartsView } from "@/ui/parts/PartsView";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Parts" };

/** Older orders are done with, and their parts are in the drawers. */
const SHOWN = 6;

export default async function PartsPage() {
  const { shopId } = await viewer();
  return (
    <Shell>
      <PartsView
        parts={await listParts(database(), shopId)}
        micrometers={await listMicrometers(database(), shopId)}
        orders={(await listOrders(database(), shopId)).slice(0, SHOWN)}
      />
    </Shell>
  );
}
