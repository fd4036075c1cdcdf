/** Entries that stand in a ledger although its rules forbid them today: of before a rule was there. */
import { sql } from "drizzle-orm";
import type { Database } from "../connect";

export interface LedgerFault {
  readonly shopId: string;
  readonly shop: string;
  readonly jobId: string;
  readonly seq: number;
  readonly kind: string;
  readonly person: string;
  readonly at: string;
  readonly why: string;
}

/** In the order in which they were made. */
export async function ledgerFaults(db: Pick<Database, "execute">): Promise<LedgerFault[]> {
  const { rows } = await db.execute(sql`
    select s.id as "shopId", s.name as shop, e.job_id as "jobId", e.seq, e.kind, p.name as person, e.at::text as at, f.why
    from entries e
    join entry_kinds k on k.kind = e.kind
    join shops s on s.id = e.shop_id
    join people p on p.shop_id = e.shop_id and p.id = e.person_id
    left join entries named on named.shop_id = e.shop_id and named.id = e.supersedes
    left join entries c on c.shop_id = e.shop_id and c.job_id = e.job_id and c.kind = 'closed'
    cross join lateral (values
      (e.supersedes is not null and not k.takes_back, 'names ' || named.kind || ' at place ' || named.seq || ', which only taking back may do'),
      (k.takes_back and named.kind = e.kind, 'takes back a taking back'),
      (c.seq < e.seq and e.kind <> 'signed', 'came after the job was closed')
    ) as f (wrong, why)
    where f.wrong
    order by e.at, e.job_id, e.seq`);
  return rows as unknown as LedgerFault[];
}
