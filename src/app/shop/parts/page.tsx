import type { Metadata } from "next";
import { z } from "zod";
import { asViewer } from "@/server/http/inShop";
import { listMicrometers } from "@/server/parts/micrometers";
import { listOrders } from "@/server/parts/orders";
import { isSimulated } from "@/server/devices/simulated";
import { stockPage } from "@/server/parts/stock";
import { PartsView } from "@/ui/parts/PartsView";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Parts" };

/** Older orders are done with, and their parts are in stock. */
const SHOWN = 6;

interface Query {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function PartsPage({ searchParams }: Query) {
  const query = await searchParams;
  const page = z.coerce.number().int().min(1).max(100_000).catch(1).parse(query["page"]);
  const gone = query["gone"] === "yes";
  const [db, { shopId, person }] = await asViewer("see");
  return (
    <Shell>
      <PartsView
        simulated={isSimulated()}
        stock={await stockPage(db, shopId, { page, gone })}
        gone={gone}
        leads={person?.role === "lead"}
        micrometers={await listMicrometers(db, shopId)}
        orders={(await listOrders(db, shopId)).slice(0, SHOWN)}
      />
    </Shell>
  );
}
