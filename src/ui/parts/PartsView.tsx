"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Micrometer } from "@/core/parts/micrometer";
import type { Order } from "@/core/parts/order";
import { MOVE_REASON_NAMES, DRAWER_PART_NAMES, type StockPart, drawers } from "@/core/parts/part";
import { MARK_WITHIN_MM } from "@/core/shims/oneValve";
import { capital } from "@/core/job/words/names";
import { usePrice } from "../controls/ways";
import { Button, ButtonLink } from "../controls/Button";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import { AddPart } from "./AddPart";
import { CsvIn } from "./CsvIn";
import { OrderList } from "../shims/OrderList";
import { Micrometers } from "./Micrometers";
import { SupplierBench } from "./SupplierBench";
import { Title } from "../controls/Title";

/** A page of the stock. */
interface PartsPage {
  readonly parts: readonly StockPart[];
  readonly page: number;
  readonly pages: number;
  /** Over all pages. */
  readonly pieces: number;
}

interface Props {
  readonly stock: PartsPage;
  /** Those of which nothing is left are shown too. */
  readonly gone: boolean;
  readonly micrometers: readonly Micrometer[];
  readonly orders: readonly Order[];
  /** A lead is at work here. */
  readonly leads: boolean;
  /** The supplier is the stand-in of the demo. */
  readonly simulated: boolean;
}

/** The stock: what there is, measured with what, and the micrometers that measured it. */
export function PartsView({ stock, gone, micrometers, orders, leads, simulated }: Props) {
  // Said here, not at the part: a part of which none is left leaves the page.
  const [problem, setProblem] = useState<string | null>(null);
  const { parts, page, pages, pieces: count } = stock;
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1.5fr) minmax(0, 1fr)" }}
      gap={{ base: "8", lg: "10" }}
      alignItems="start"
    >
      <chakra.header
        gridColumn="1 / -1"
        display="flex"
        flexWrap="wrap"
        justifyContent="space-between"
        alignItems="center"
        gap="3"
      >
        <div>
          <Title>Parts in stock</Title>
          <chakra.p fontSize="17px">
            {count === 0
              ? "Nothing yet: add parts one by one, or import them from a CSV."
              : `${count} ${count === 1 ? "part" : "parts"}. What counts is the measured thickness; a mark only says what it was when new.`}
          </chakra.p>
        </div>
        <chakra.div display="flex" gap="2" flexWrap="wrap">
          <ButtonLink asChild>
            <Link href={gone ? "/shop/parts" : "/shop/parts?gone=yes"}>
              {gone ? "Hide used-up parts" : "Show used-up parts"}
            </Link>
          </ButtonLink>
          <ButtonLink asChild>
            <Link href="/shop/parts/week">Several engines, one stock</Link>
          </ButtonLink>
          <ButtonLink asChild>
            <Link href="/shop/parts/advice">What to keep</Link>
          </ButtonLink>
          <ButtonLink href="/api/parts/csv" download>
            CSV
          </ButtonLink>
        </chakra.div>
      </chakra.header>
      <chakra.div minWidth="0" display="flex" flexDirection="column" gap="6">
        {problem !== null && <Complaint role="alert">{problem}</Complaint>}
        {drawers(parts).map((d) => (
          <chakra.section
            key={`${d.kind} ${d.diameterMm ?? ""}`}
            aria-label={`${DRAWER_PART_NAMES[d.kind]}${d.diameterMm === null ? "" : `, ${d.diameterMm} mm`}`}
          >
            <PlateHeading pb="1">
              {DRAWER_PART_NAMES[d.kind]}
              {d.diameterMm === null ? "" : `, ${d.diameterMm} mm`}
            </PlateHeading>
            {d.parts.map((p) => (
              <PartLine key={p.id} part={p} onProblem={setProblem} />
            ))}
          </chakra.section>
        ))}
        {pages > 1 && <Pages page={page} pages={pages} gone={gone} />}
      </chakra.div>
      <chakra.div minWidth="0" display="flex" flexDirection="column" gap="8">
        {orders.length > 0 && (
          <chakra.section aria-label="Orders" display="flex" flexDirection="column" gap="2">
            <PlateHeading>Orders</PlateHeading>
            <OrderList orders={orders} />
          </chakra.section>
        )}
        <AddPart micrometers={micrometers} />
        <Micrometers micrometers={micrometers} leads={leads} />
        <CsvIn />
        {simulated && <SupplierBench />}
      </chakra.div>
    </chakra.div>
  );
}

/** The next page goes on where this one ends. */
function Pages({ page, pages, gone }: Pick<PartsPage, "page" | "pages"> & { readonly gone: boolean }) {
  const to = (n: number): string =>
    `/shop/parts?${new URLSearchParams({ page: String(n), ...(gone ? { gone: "yes" } : {}) })}`;
  return (
    <chakra.nav aria-label="Pages of the stock" display="flex" flexWrap="wrap" gap="3" alignItems="center">
      {page > 1 && (
        <ButtonLink asChild>
          <Link href={to(page - 1)}>Back, page {page - 1}</Link>
        </ButtonLink>
      )}
      <chakra.span fontSize="17px">
        Page {page} of {pages}
      </chakra.span>
      {page < pages && (
        <ButtonLink asChild>
          <Link href={to(page + 1)}>On, page {page + 1}</Link>
        </ButtonLink>
      )}
    </chakra.nav>
  );
}

/** One kind of part in one place. Taking out and putting back are moves that stay in the record. */
function PartLine({
  part,
  onProblem,
}: {
  readonly part: StockPart;
  readonly onProblem: (words: string | null) => void;
}) {
  const price = usePrice();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  async function move(change: number, reason: "taken" | "returned"): Promise<void> {
    setBusy(true);
    const sent = await send("POST", "/api/parts/moves", { id: crypto.randomUUID(), partId: part.id, change, reason });
    setBusy(false);
    onProblem(troubleOf(sent)?.message ?? null);
    router.refresh();
  }
  const name = `${part.thicknessMm.toFixed(3)} mm`;
  return (
    <chakra.div
      borderTop="1px solid"
      borderColor="line"
      py="2"
      display="grid"
      gridTemplateColumns={{ base: "6.5rem 1fr auto", md: "7rem 1fr 5rem auto" }}
      gap="3"
      alignItems="center"
    >
      <chakra.span fontFamily="mono" fontSize="20px" fontWeight={600}>
        {name}
      </chakra.span>
      <chakra.span
        fontSize="16px"
        color="soft"
        gridColumn={{ base: "1 / -1", md: "auto" }}
        gridRow={{ base: "2", md: "auto" }}
      >
        {[
          part.measured === null
            ? `by its mark ${part.mark ?? ""}, give or take ${MARK_WITHIN_MM}`
            : `${part.mark === null ? "" : `marked ${part.mark}, `}read ${part.measured.readMm.toFixed(3)} with ${part.measured.micrometer}`,
          part.worn ? "worn" : null,
          part.place === null ? null : `in ${part.place}`,
          part.cost === null ? null : price(part.cost),
        ]
          .filter((x) => x !== null)
          .join(" · ")}
      </chakra.span>
      <chakra.span fontFamily="stamp" fontWeight={600} fontSize="20px" textAlign="right" data-count={part.count}>
        {part.count === 0 ? "none" : `× ${part.count}`}
      </chakra.span>
      <chakra.span display="flex" gap="2">
        <Button
          type="button"
          disabled={busy || part.count === 0}
          aria-label={`Take one of ${name} out`}
          title={capital(MOVE_REASON_NAMES.taken)}
          onClick={() => void move(-1, "taken")}
        >
          −
        </Button>
        <Button
          type="button"
          disabled={busy}
          aria-label={`Put one of ${name} back`}
          title={capital(MOVE_REASON_NAMES.returned)}
          onClick={() => void move(1, "returned")}
        >
          +
        </Button>
      </chakra.span>
    </chakra.div>
  );
}
