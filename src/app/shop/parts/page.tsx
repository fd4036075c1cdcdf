import type { Metadata } from "next";
import { database } from "@/db/connect";
import { viewer } from "@/server/actor";
import { listMicrometers } from "@/server/micrometers";
import { listParts } from "@/server/parts";
import { PartsView } from "@/ui/parts/PartsView";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Parts" };

export default async function PartsPage() {
  const { shopId } = await viewer();
  return (
    <Shell>
      <PartsView parts={await listParts(database(), shopId)} micrometers={await listMicrometers(database(), shopId)} />
    </Shell>
  );
}
