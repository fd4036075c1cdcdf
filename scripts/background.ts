/**
 * Does background work until it is told to end: nightly backups, the clearing of what passes, orders asked after. In
 * DATABASE_URL is the owner's address; BACKUPS names the folder of backups, BACKUPS_KEPT how many are kept.
 */
import { appUrlOf } from "../src/db/appRole.mjs";
import { connect, connectOwner } from "../src/db/connect";
import { workOnQueue } from "../src/server/background/queue";

const ownerUrl = process.env["DATABASE_URL"] ?? "";
const [owner, app] = [connectOwner(ownerUrl), connect(appUrlOf(ownerUrl), 3)];
const { stop } = await workOnQueue({
  owner: owner.db,
  ownerUrl,
  app: app.db,
  backups: process.env["BACKUPS"] ?? "",
  backupsKept: Number(process.env["BACKUPS_KEPT"] ?? 14),
});

const end = async (): Promise<void> => {
  await stop();
  await Promise.all([owner.end(), app.end()]);
  process.exit(0);
};
for (const signal of ["SIGTERM", "SIGINT"] as const) process.on(signal, () => void end());
