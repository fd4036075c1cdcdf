"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Advice } from "@/core/parts/advise";
import { type CatalogueItem, type OrderLine, orderTotal } from "@/core/parts/order";
import { DRAWER_PART_NAMES, type DrawerPartKind } from "@/core/parts/part";
import { capital } from "@/core/job/words/names";
import { usePrice, useWays } from "../controls/ways";
import { Button } from "../controls/Button";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import { useCommandIds } from "../useCommandIds";
import { useCatalogue } from "../shims/useCatalogue";
import { Title } from "../controls/Title";

interface Kind {
  readonly kind: DrawerPartKind;
  readonly diameterMm: number | null;
  readonly advice: Advice;
}

/** Which sizes to keep so that the next job hardly ever waits. */
export function AdviceView({ kinds }: { readonly kinds: readonly Kind[] }) {
  return (
    <chakra.div maxWidth="60rem" display="flex" flexDirection="column" gap="6">
      <div>
        <Title>What to keep</Title>
        <chakra.p fontSize="17px">
          {kinds.length === 0
            ? "No job fitted any part yet: after the first, its sizes show here."
            : "From what your own jobs wanted: the fewest parts with which 95 jobs of 100 do not wait. Sizes beside a wanted one count as well, as the next engine is worn a little otherwise."}
        </chakra.p>
      </div>
      {kinds.map((k) => (
        <KindShown key={`${k.kind} ${k.diameterMm}`} kind={k} />
      ))}
    </chakra.div>
  );
}

const percent = (chance: number): string => `${Math.floor(chance * 100)} of 100`;

function KindShown({ kind: { kind, diameterMm, advice } }: { readonly kind: Kind }) {
  const price = usePrice();
  const { currency } = useWays();
  const router = useRouter();
  const catalogue = useCatalogue(kind, diameterMm);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const commands = useCommandIds();
  const name = `${capital(DRAWER_PART_NAMES[kind])}${diameterMm === null ? "" : `, ${diameterMm} mm`}`;
  const lines = linesFor(advice, catalogue.items ?? []);
  const order = async (): Promise<void> => {
    setBusy(true);
    const body = { currency, lines };
    const sent = await send("POST", "/api/orders", { id: commands.idFor(body), ...body });
    setBusy(false);
    setProblem(troubleOf(sent)?.message ?? null);
    if (sent.kind === "done") router.push("/shop/parts");
  };
  return (
    <chakra.section aria-label={name} bg="sheet" border="2px solid" borderColor="ink" borderRadius="plate" p="4">
      <PlateHeading>{name}</PlateHeading>
      <chakra.p fontSize="19px" fontWeight={600} pt="1">
        With the stock as it is, {percent(advice.chanceNow)} jobs do not wait
        {advice.chanceNow < advice.chanceKept ? `; with these, ${percent(advice.chanceKept)}` : ""}.
      </chakra.p>
      <chakra.div overflowX="auto" tabIndex={0} role="region" aria-label={`Sizes of ${name}`}>
        <chakra.table
          fontSize="17px"
          width="full"
          maxWidth="34rem"
          borderCollapse="collapse"
          css={{
            "& th, & td": {
              textAlign: "right",
              padding: "6px 12px 6px 0",
              borderTop: "1px solid var(--f-colors-line)",
            },
            "& th:first-of-type": { textAlign: "left" },
            "& td": { fontFamily: "var(--f-fonts-mono)" },
          }}
        >
          <thead>
            <tr>
              <th scope="col">Size, mm</th>
              <th scope="col">Taken</th>
              <th scope="col">Keep</th>
              <th scope="col">There</th>
              <th scope="col">To get</th>
            </tr>
          </thead>
          <tbody>
            {advice.sizes.map((s) => (
              <tr key={s.thicknessMm}>
                <th scope="row">
                  <chakra.span fontFamily="mono">{s.thicknessMm.toFixed(2)}</chakra.span>
                </th>
                <td>{s.wanted}</td>
                <td>{s.keep}</td>
                <td>{s.have}</td>
                <chakra.td fontWeight={s.keep > s.have ? 700 : 400} color={s.keep > s.have ? "now" : "soft"}>
                  {Math.max(0, s.keep - s.have)}
                </chakra.td>
              </tr>
            ))}
          </tbody>
        </chakra.table>
      </chakra.div>
      <chakra.p fontSize="16px" color="soft" py="2">
        Learned from {advice.jobs} {advice.jobs === 1 ? "job" : "jobs"}
        {advice.jobs < 5 ? ": little yet, and it gets better with every one" : ""}.
      </chakra.p>
      {problem !== null && <Complaint role="alert">{problem}</Complaint>}
      {lines.length > 0 && (
        <Button type="button" disabled={busy} onClick={() => void order()}>
          Order the {lines.reduce((n, l) => n + l.quantity, 0)} that are missing, {price(orderTotal(lines))}
        </Button>
      )}
      {catalogue.state === "down" && (
        <chakra.p fontSize="16px">
          The supplier does not answer: what is missing can be ordered when it does.
        </chakra.p>
      )}
    </chakra.section>
  );
}

function linesFor({ sizes }: Advice, items: readonly CatalogueItem[]): OrderLine[] {
  return sizes.flatMap((s) => {
    const item = items.find((i) => Math.abs(i.thicknessMm - s.thicknessMm) < 1e-6);
    const quantity = item === undefined ? 0 : Math.min(item.stock, s.keep - s.have);
    return item === undefined || quantity <= 0
      ? []
      : [
          {
            sku: item.sku,
            kind: item.kind,
            diameterMm: item.diameterMm,
            thicknessMm: item.thicknessMm,
            quantity,
            price: item.price,
          },
        ];
  });
}
