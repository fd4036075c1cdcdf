"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Order, OrderLine } from "@/core/parts/order";
import type { ShimsPageData } from "@/core/job/pages/shims";
import type { ShimOffers } from "@/core/job/tasks/shims/offers";
import { useWays } from "../controls/ways";
import { type Sent, send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { changesOf } from "./planWords";
import { type Typed, type TypedPart, thicknessProblem } from "./typedParts";

export interface PartCommands {
  readonly problem: string | null;
  readonly busy: boolean;
  /** A measurement is kept as soon as its field is left, so that it is there when the parts have come. */
  readonly keep: (valve: string, part: TypedPart | undefined) => void;
  readonly take: (offers: ShimOffers, typed: Typed) => Promise<void>;
  /** The order is kept whether the supplier answers or not; what became of it is told on the page. */
  readonly order: (lines: readonly OrderLine[]) => Promise<void>;
}

/** What is told to the shop from the page of parts. */
export function usePartCommands(
  { jobId }: ShimsPageData,
  { onFitted, onOrdered }: { readonly onFitted: () => void; readonly onOrdered: () => void },
): PartCommands {
  const router = useRouter();
  const { currency } = useWays();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const kept = useRef(new Map<string, string>());
  const taking = useCommandIds();
  const ordering = useCommandIds();

  /** Says what went wrong; true when nothing did. */
  function told<T>(sent: Sent<T>): sent is Extract<Sent<T>, { kind: "done" }> {
    setBusy(false);
    setProblem(troubleOf(sent)?.message ?? null);
    if (sent.kind === "refused") router.refresh();
    return sent.kind === "done";
  }

  return {
    problem,
    busy,
    keep(valve, part) {
      if (
        part === undefined ||
        part.text.trim() === "" ||
        thicknessProblem(part.text) !== null ||
        kept.current.get(valve) === JSON.stringify(part)
      )
        return;
      kept.current.set(valve, JSON.stringify(part));
      void send("POST", `/api/jobs/${jobId}/parts-out`, { id: crypto.randomUUID(), valve, ...part }).then((sent) => {
        if (sent.kind === "done") return;
        kept.current.delete(valve);
        told(sent);
      });
    },
    async take({ wish, plan }, typed) {
      const slip = Object.entries(typed).find(([, { text }]) => thicknessProblem(text) !== null);
      if (slip !== undefined) return setProblem(`${slip[0]}: ${thicknessProblem(slip[1].text) ?? ""}`);
      setBusy(true);
      const { buying: _, ...asked } = wish;
      const body = {
        ...asked,
        out: Object.entries(typed).flatMap(([valve, part]) => (part.text.trim() === "" ? [] : [{ valve, ...part }])),
        agreed: Object.fromEntries(changesOf(plan).map((c) => [c.position, c.thicknessMm])),
      };
      if (!told(await send("POST", `/api/jobs/${jobId}/shims`, { id: taking.idFor(body), ...body }))) return;
      taking.done();
      onFitted();
    },
    async order(lines) {
      setBusy(true);
      const body = { jobId, currency, lines };
      const id = ordering.idFor(body);
      if (!told(await send<{ order: Order }>("POST", "/api/orders", { id, ...body }))) return;
      ordering.done();
      onOrdered();
      router.refresh();
    },
  };
}
