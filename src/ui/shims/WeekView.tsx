"use client";

import { stepOf } from "@/core/shims/wanted";
import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { CatalogueItem } from "@/core/parts/order";
import { DRAWER_PART_NAMES } from "@/core/parts/part";
import type { WeekChoice, WeekPageData, WeekJob, WeekShare } from "@/core/job/tasks/shims/week";
import { usePrice, useWays } from "../controls/ways";
import { Button } from "../controls/Button";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { Tick } from "../controls/Tick";
import { type Price, changesOf, noneFits, pickWords } from "./planWords";
import { type SharePlan, buyingList, leftOpen } from "./typedParts";
import { useCatalogue } from "./useCatalogue";
import { useShimWorker } from "./useShimWorker";
import { Title } from "../controls/Title";

/** Several jobs on one stock: who gets which part, and what is bought for all of them. */
export function WeekView({ given }: { readonly given: WeekPageData }) {
  const price = usePrice();
  const { stock } = given;
  const router = useRouter();
  const measured = given.jobs.filter((j) => Object.keys(j.out).length > 0);
  const [left, setLeft] = useState<readonly string[]>([]);
  const [choice, setChoice] = useState<WeekChoice>({ aim: "nominal", buying: false, near: false, stay: false });
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const commands = useCommandIds();
  const { currency } = useWays();
  const jobs = measured.filter((j) => !left.includes(j.id));
  const kinds = jobs[0]?.job.task.plan ?? null;
  const catalogue = useCatalogue(kinds?.kind ?? "shim-over", kinds?.diameterMm ?? null);
  const items = catalogue.items ?? [];
  const { answer, share } = useShimWorker(
    jobs.length === 0 ? null : { kind: "week", jobs, sources: { stock, catalogue: catalogue.items }, choice },
  );
  const week = answer?.kind === "week" ? answer.week : null;
  const shares = week?.shares.filter((s) => jobs.some((j) => j.id === s.id)) ?? [];
  const fits = shares.filter(
    (s) => changesOf(s).length > 0 && changesOf(s).every((p) => p.source !== "buy") && leftOpen(s).length === 0,
  );
  const buys = shares.flatMap((s) => buyingList(s, items));
  const money = buys.reduce((sum, l) => sum + l.quantity * l.price, 0);
  const { aim, near, stay } = choice;

  async function run(work: () => Promise<string | null>): Promise<void> {
    setBusy(true);
    const wrong = await work();
    if (wrong === null) commands.done();
    setProblem(wrong);
    setBusy(false);
    router.refresh();
  }
  const said = (sent: Awaited<ReturnType<typeof send>>): string | null => troubleOf(sent)?.message ?? null;
  const fit = () =>
    run(async () => {
      const body = {
        together: jobs.map((j) => j.id),
        aim,
        near,
        stay,
        jobs: fits.map((s) => ({
          id: s.id,
          agreed: Object.fromEntries(changesOf(s).map((p) => [p.position, p.thicknessMm])),
        })),
      };
      return said(await send("POST", "/api/shims/week", { id: commands.idFor(body), ...body }));
    });
  // Each job waits for its own parts: an order of its own.
  const order = () =>
    run(async () => {
      for (const s of shares) {
        const lines = buyingList(s, items);
        const body = { jobId: s.id, currency, lines };
        const wrong =
          lines.length === 0 ? null : said(await send("POST", "/api/orders", { id: commands.idFor(body), ...body }));
        if (wrong !== null) return wrong;
      }
      return null;
    });

  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.5fr) minmax(0, 1fr)" }}
      gap={{ base: "6", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <Title>One stock, {measured.length === 1 ? "one engine" : `${measured.length} engines`}</Title>
        <chakra.p fontSize="17px" pt="1">
          {measured.length === 0
            ? "No job waits for parts with anything measured. Measure what comes out at a job, and it is counted here."
            : "Who gets which part in stock, worked out for all at once. A part that is taken out stays within its engine."}
        </chakra.p>
      </chakra.header>
      <chakra.div minWidth="0" display="flex" flexDirection="column" gap="4">
        {measured.map((j) => (
          <JobShare
            key={j.id}
            job={j}
            on={!left.includes(j.id)}
            share={shares.find((s) => s.id === j.id) ?? null}
            given={given}
            items={items}
            onTake={(on) => setLeft(on ? left.filter((x) => x !== j.id) : [...left, j.id])}
          />
        ))}
      </chakra.div>
      {measured.length > 0 && (
        <chakra.section
          aria-label="For all of them"
          minWidth="0"
          display="flex"
          flexDirection="column"
          gap="3"
          position={{ lg: "sticky" }}
          top="3"
        >
          <PlateHeading>{week === null ? "Working it out…" : summary(shares)}</PlateHeading>
          {share !== null && share > 0 && <chakra.progress width="full" value={share} aria-label="Working it out" />}
          {buys.length > 0 && (
            <chakra.ul m="0" pl="5" fontSize="17px" aria-label="Buying list">
              {listOf(buys, price).map((l) => (
                <li key={l}>{l}</li>
              ))}
            </chakra.ul>
          )}
          {problem !== null && <Complaint role="alert">{problem}</Complaint>}
          {buys.length > 0 ? (
            <Button
              type="button"
              kind="now"
              justifyContent="center"
              disabled={busy || share !== null}
              onClick={() => void order()}
            >
              Order {buys.reduce((n, l) => n + l.quantity, 0)} for {price(money)}: these jobs wait
            </Button>
          ) : (
            <Button
              type="button"
              kind="now"
              justifyContent="center"
              disabled={busy || share !== null || fits.length === 0}
              onClick={() => void fit()}
            >
              {fits.length === 0
                ? "Nothing to fit yet"
                : `Fit at ${fits.length === 1 ? "one engine" : `${fits.length} engines`}`}
            </Button>
          )}
          <Tick
            look="framed"
            on={choice.buying}
            onChange={(buying) => setChoice({ ...choice, buying })}
            label="Buy what is missing"
            {...(catalogue.state === "down" ? { note: "The supplier does not answer." } : {})}
          />
          <Tick
            look="framed"
            on={choice.near}
            onChange={(on) => setChoice({ ...choice, near: on })}
            label="All within half the band"
          />
          <Tick
            look="framed"
            on={choice.stay}
            onChange={(on) => setChoice({ ...choice, stay: on })}
            label="No part changes places"
          />
        </chakra.section>
      )}
    </chakra.div>
  );
}

function summary(shares: readonly SharePlan[]): string {
  const count = (of: (s: SharePlan) => number): number => shares.reduce((n, s) => n + of(s), 0);
  const [unserved, bought] = [
    count((s) => s.unserved.length),
    count((s) => changesOf(s).filter((p) => p.source === "buy").length),
  ];
  return `${unserved === 0 ? "All in their bands" : `${unserved} without a part`}, ${bought === 0 ? "nothing bought" : `${bought} to buy`}`;
}

/** One line a size, however many jobs want it. */
function listOf(buys: ReturnType<typeof buyingList>, price: Price): string[] {
  const sizes = new Map<string, { words: string; quantity: number; price: number }>();
  for (const l of buys) {
    const known = sizes.get(l.sku);
    sizes.set(l.sku, {
      words: `${DRAWER_PART_NAMES[l.kind]} of ${l.thicknessMm.toFixed(2)} mm`,
      quantity: (known?.quantity ?? 0) + l.quantity,
      price: l.price,
    });
  }
  return [...sizes.values()].map((s) => `${s.quantity} ${s.words}, ${price(s.price)} each`);
}

interface ShareProps {
  readonly job: WeekJob;
  readonly on: boolean;
  readonly share: WeekShare | null;
  readonly given: WeekPageData;
  readonly items: readonly CatalogueItem[];
  readonly onTake: (on: boolean) => void;
}

function JobShare({ job, on, share, given, items, onTake }: ShareProps) {
  const context = { stock: given.stock, catalogue: items, positions: [], valves: job.job.valves, typed: {} };
  return (
    <chakra.article
      aria-label={job.engine}
      bg="sheet"
      border="2px solid"
      borderColor="ink"
      borderRadius="plate"
      p="4"
      display="flex"
      flexDirection="column"
      gap="2"
    >
      <chakra.div display="flex" flexWrap="wrap" justifyContent="space-between" gap="2" alignItems="baseline">
        <chakra.h2 fontFamily="stamp" fontWeight={600} fontSize="24px">
          <Link href={`/jobs/${job.id}/shims`} style={{ textDecoration: "underline" }}>
            {job.engine}
          </Link>
        </chakra.h2>
        <chakra.span fontSize="16px" color="soft">
          {Object.keys(job.out).length} of {job.job.valves.length} measured
        </chakra.span>
      </chakra.div>
      <Tick look="framed" on={on} onChange={onTake} label="Counted with" />
      {on && share !== null && (
        <chakra.ul m="0" pl="5" fontSize="17px" listStyleType="square">
          {changesOf(share).map((p) => (
            <li key={p.position}>{pickWords(p, context)}</li>
          ))}
          {share.unserved.map((u) => (
            <chakra.li key={u.position} color="now" fontWeight={600}>
              {noneFits(u, context.positions, stepOf(context.catalogue.map((i) => i.thicknessMm)))}
            </chakra.li>
          ))}
          {changesOf(share).length === 0 && share.unserved.length === 0 && <li>Nothing changes.</li>}
        </chakra.ul>
      )}
    </chakra.article>
  );
}
