/** The names that pages about one engine or one job carry in their title. */
import { findJob } from "@/db/queries/jobs";
import { findEngine } from "./engines/engines";
import { mustSee } from "./engines/viewers";
import { isId } from "./http/id";
import { asViewer } from "./http/inShop";
import { EXERCISES } from "@/core/practice/exercise/exerciseList";
import { findPractice } from "./practice/practice";
import { findStudy } from "./record/gauge";

/** The name of an engine of the shop; null where there is none such. */
export async function engineTitle(id: string): Promise<string | null> {
  const [db, { shopId }] = await asViewer("see");
  return (await findEngine(db, shopId, id))?.file.name ?? null;
}

/** The name of the engine that a job of the shop is on; null where there is none such. */
export async function jobTitle(id: string): Promise<string | null> {
  const [db, viewer] = await asViewer("see own");
  const found = isId(id) ? await findJob(db, viewer.shopId, id) : null;
  if (found === null) return null;
  // Not so much as the name of what is not theirs to see.
  const theirs = await mustSee(db, viewer, found.row.engineId).then(
    () => true,
    () => false,
  );
  return theirs ? found.row.engineFile.name : null;
}

/** What a gauge study is called; null where there is none such. */
export async function studyTitle(id: string): Promise<string | null> {
  const [db, { shopId }] = await asViewer("see");
  return (await findStudy(db, shopId, id))?.name ?? null;
}

/** The exercise that is practiced; null where there is no such practice. */
export async function practiceTitle(id: string): Promise<string | null> {
  const [db, viewer] = await asViewer("see");
  const found = await findPractice(db, viewer, id);
  return found === null ? null : EXERCISES[found.exercise].name;
}
