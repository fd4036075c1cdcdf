"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LeafMark } from "@/core/job/ledger/fields";
import type { OpenerCloserPart } from "@/core/job/ledger/kinds";
import type { OpenerCloserPageData } from "@/core/job/pages/openerCloser";
import { jobState } from "@/core/job/run";
import type { OrderLine } from "@/core/parts/order";
import { useWays } from "../controls/ways";
import { type Trouble, send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";

/** What goes in at a valve, as it was chosen and typed. */
export interface ExchangeAsked {
  readonly micrometerId: string | null;
  readonly fits: readonly {
    readonly part: OpenerCloserPart;
    /** What came out; null when that is known. */
    readonly out: string | null;
    readonly stockId: string | null;
    /** Null where it is out of stock. */
    readonly made: string | null;
  }[];
  readonly collets: string;
}

export interface Exchanging {
  readonly problem: Trouble | null;
  readonly say: (problem: Trouble | null) => void;
  /** The loaded gap as it was read. */
  readonly load: (goes: LeafMark, noGo: LeafMark) => Promise<void>;
  readonly fit: (asked: ExchangeAsked) => Promise<void>;
  readonly order: (line: OrderLine) => Promise<void>;
}

/** What is told to the shop from the page of a valve's opener and closer. */
export function useExchanging({ jobId, job, entries, valve }: OpenerCloserPageData): Exchanging {
  const router = useRouter();
  const { currency } = useWays();
  const commands = useCommandIds();
  const [problem, setProblem] = useState<Trouble | null>(null);

  async function tell(url: string, body: object): Promise<boolean> {
    const sent = await send("POST", url, body);
    setProblem(troubleOf(sent));
    if (sent.kind === "done") commands.done();
    return sent.kind === "done";
  }
  return {
    problem,
    say: setProblem,
    async load(goes, noGo) {
      const stop = jobState(job, entries).stop?.letter ?? "";
      const loaded = { supersedes: null, kind: "loaded-gap", valve, stop, goes, noGo };
      if (await tell(`/api/jobs/${jobId}/entries`, { entries: [{ id: commands.idFor(loaded), ...loaded }] }))
        router.refresh();
    },
    async fit(asked) {
      const body = { valve, ...asked };
      if (await tell(`/api/jobs/${jobId}/opener-closer`, { id: commands.idFor(body), ...body }))
        router.push(`/jobs/${jobId}`);
    },
    async order(line) {
      const body = { jobId, currency, lines: [line] };
      if (await tell("/api/orders", { id: commands.idFor(body), ...body })) router.refresh();
    },
  };
}
