/** What is done without anybody asking, as a lead sees it. */
import { sql } from "drizzle-orm";
import { BACKGROUND, type BackgroundKind, type BackgroundLine } from "@/core/shop/background";
import type { Database } from "@/db/connect";

const STATES: Readonly<Record<string, BackgroundLine["state"]>> = {
  created: "waits",
  active: "at it",
  completed: "done",
  retry: "to be tried again",
  failed: "given up",
};

interface Row extends Record<string, unknown> {
  readonly id: string;
  readonly kind: string;
  readonly state: string;
  readonly retries: number;
  readonly most_retries: number;
  readonly ended_at: string | Date | null;
  readonly next_at: string | Date;
  readonly said: string | null;
}

const isKind = (kind: string): kind is BackgroundKind => kind in BACKGROUND;

/** The last few times of each kind, of this shop or of all, the newest first. */
export async function backgroundSeen(db: Database): Promise<BackgroundLine[]> {
  const { rows } = await db.execute<Row>(sql`select * from background_seen()`);
  return rows.flatMap((r): BackgroundLine[] => {
    const state = STATES[r.state];
    if (state === undefined || !isKind(r.kind)) return [];
    return [
      {
        id: r.id,
        kind: r.kind,
        state,
        retries: r.retries,
        mostRetries: r.most_retries,
        endedAt: r.ended_at === null ? null : new Date(r.ended_at),
        nextAt: new Date(r.next_at),
        said: r.said,
      },
    ];
  });
}
