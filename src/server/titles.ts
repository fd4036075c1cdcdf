/** The names that pages about one engine or one job carry in their title. */
import { findJob } from "@/db/queries/jobs";
import { findEngine } from "./engines/engines";
import { isId } from "./http/id";
import { asViewer } from "./http/inShop";

/** The name of an engine of the shop; null where there is none such. */
export async function engineTitle(id: string): Promise<string | null> {
  const [db, { shopId }] = await asViewer("see");
  return (await findEngine(db, shopId, id))?.file.name ?? null;
}

/** The name of the engine that a job of the shop is on; null where there is none such. */
export async function jobTitle(id: string): Promise<string | null> {
  const [db, { shopId }] = await asViewer("see");
  return isId(id) ? ((await findJob(db, shopId, id))?.row.engineFile.name ?? null) : null;
}
