"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { resolveEngine } from "@/core/engine/resolve";
import { METHODS } from "@/core/stops/methods";
import { planMethod } from "@/core/stops/planMethod";
import { METHOD_IDS, type MethodId } from "@/core/stops/methods";
import { planQuery } from "@/core/stops/planQuery";
import { planStops } from "@/core/stops/recommend";
import type { StopSettings } from "@/core/stops/settings";
import { type PulleyMeasure, pulleyRound, tapeMarks } from "@/core/stops/tape";
import { ButtonLink } from "../controls/Button";
import { USUAL, unitProblem } from "@/core/units/typedLength";
import { useWays } from "../controls/ways";
import { PaperOptions } from "../shop/options";
import { Field, Select } from "../controls/Field";
import { LengthInput } from "../controls/LengthInput";
import { Complaint, PlateHeading } from "../controls/Stamp";
import { Two } from "../controls/Two";
import { PAPER_GRID } from "../theme/paper";
import { EngineLink, Title } from "../controls/Title";

interface Props {
  readonly id: string;
  readonly file: EngineFile;
  readonly wanted: { readonly method: MethodId | null; readonly settings: StopSettings };
}

/** A tape for a pulley without marks, and the plan on a card to hang at the engine. */
export function TapeView({ id, file, wanted }: Props) {
  const engine = useMemo(() => resolveEngine(file), [file]);
  const [method, setMethod] = useState<MethodId>(
    () => wanted.method ?? planStops(engine, wanted.settings, file.marksDeg).recommended ?? "firing-order",
  );
  const [measured, setMeasured] = useState<PulleyMeasure>("circumference");
  const [size, setSize] = useState("480 mm");
  const [paper, setPaper] = useState<string>(useWays().paper);
  const plan = useMemo(
    () => planMethod(method, engine, wanted.settings, file.marksDeg),
    [method, engine, wanted.settings, file.marksDeg],
  );
  const pulley = pulleyRound(size, measured);
  const problem = unitProblem(size) ?? ("mm" in pulley ? null : pulley.words);
  const marks =
    "mm" in pulley
      ? tapeMarks(
          pulley.mm,
          plan.stops.map((s) => s.crankDeg),
        )
      : [];
  const query = `${planQuery(method, wanted.settings)}&paper=${paper}`;
  const tape = `${query}&${measured}=${encodeURIComponent(size)}`;
  return (
    <chakra.div display="flex" flexDirection="column" gap="6">
      <chakra.header>
        <Title>
          Tape and card for <EngineLink id={id} name={file.name} />
        </Title>
        <chakra.p fontSize="18px" color="soft">
          Where each stop lies round the pulley, printed at true scale; and the stops on a card to hang at the engine.
        </chakra.p>
      </chakra.header>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.3fr)" }}
        gap="8"
        alignItems="start"
      >
        <chakra.section display="flex" flexDirection="column" gap="4">
          <Field label="Method">
            {(c) => (
              <Select {...c} value={method} onChange={(e) => setMethod(e.target.value as MethodId)}>
                {METHOD_IDS.map((m) => (
                  <option key={m} value={m}>
                    {METHODS[m].name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
          <Two>
            <Field label="Pulley" error={problem ?? undefined}>
              {(c) => (
                <LengthInput
                  {...c}
                  value={size}
                  onChange={setSize}
                  usual={measured === "diameter" ? USUAL.pulleyAcross : USUAL.pulley}
                />
              )}
            </Field>
            <Field label="Measured">
              {(c) => (
                <Select
                  {...c}
                  value={measured}
                  onChange={(e) => setMeasured(e.target.value === "diameter" ? "diameter" : "circumference")}
                >
                  <option value="circumference">round it</option>
                  <option value="diameter">across it</option>
                </Select>
              )}
            </Field>
            <Field label="Paper">
              {(c) => (
                <Select {...c} value={paper} onChange={(e) => setPaper(e.target.value)}>
                  <PaperOptions />
                </Select>
              )}
            </Field>
          </Two>
          {plan.stops.length === 0 ? (
            <Complaint>{plan.why}</Complaint>
          ) : (
            <chakra.div display="flex" flexWrap="wrap" gap="3">
              <ButtonLink
                kind="now"
                href={problem === null ? `/api/engines/${id}/tape.pdf?${tape}` : undefined}
                aria-disabled={problem !== null}
                download
              >
                Tape, PDF
              </ButtonLink>
              <ButtonLink
                href={problem === null ? `/api/engines/${id}/tape.svg?${tape}` : undefined}
                aria-disabled={problem !== null}
                download
              >
                Tape, SVG
              </ButtonLink>
              <ButtonLink href={`/api/engines/${id}/card.pdf?${query}`} download>
                Card of stops, PDF
              </ButtonLink>
            </chakra.div>
          )}
          {METHODS[method].watched && (
            <chakra.p fontSize="17px" fontWeight={600}>
              These stops are found by watching: they need no tape. The card is what helps; a tape then shows about
              where each comes.
            </chakra.p>
          )}
          <chakra.p fontSize="17px">
            Print at 100 percent, not fitted to the page, and measure the check rule on it. Lay the first edge on the
            pulley&apos;s TDC mark and the strip against the running direction round from there.
          </chakra.p>
        </chakra.section>
        <chakra.section minWidth="0" display="flex" flexDirection="column" gap="4">
          <PlateHeading>Along the tape</PlateHeading>
          <MarkTable marks={marks} />
        </chakra.section>
      </chakra.div>
      {marks.length > 0 && (
        <chakra.div
          border="2px solid"
          borderColor="ink"
          borderRadius="plate"
          p="3"
          overflowX="auto"
          tabIndex={0}
          role="region"
          aria-label="The tape, scrolls sideways"
          {...PAPER_GRID}
        >
          {/* eslint-disable-next-line @next/next/no-img-element -- a drawing made on the spot, at its own size */}
          <img
            src={`/api/engines/${id}/tape.svg?${tape}&show=yes`}
            alt={`The tape: ${marks.map((m) => `${m.stopLabels.join(" ")} at ${m.alongMm.toFixed(1)} mm`).join(", ")}`}
            style={{ maxWidth: "none" }}
          />
        </chakra.div>
      )}
    </chakra.div>
  );
}

const Cell = chakra("td", {
  base: { px: "2", py: "1.5", fontFamily: "mono", fontSize: "17px", whiteSpace: "nowrap" },
});
const Head = chakra("th", {
  base: {
    px: "2",
    pb: "1",
    textAlign: "left",
    fontFamily: "stamp",
    fontWeight: 600,
    fontSize: "16px",
    color: "soft",
    textTransform: "uppercase",
  },
});

function MarkTable({ marks }: { readonly marks: ReturnType<typeof tapeMarks> }) {
  return (
    <chakra.div overflowX="auto" tabIndex={0} role="region" aria-label="Marks along the tape">
      <chakra.table width="full" borderCollapse="collapse">
        <thead>
          <tr>
            <Head scope="col">Stops</Head>
            <Head scope="col">Mark</Head>
            <Head scope="col">mm</Head>
            <Head scope="col">inches</Head>
            <Head scope="col">its error</Head>
          </tr>
        </thead>
        <tbody>
          {marks.map((m) => (
            <chakra.tr key={m.label} borderTop="1px solid" borderColor="line">
              <Cell fontFamily="stamp" fontWeight={600} fontSize="20px">
                {m.stopLabels.join(" ")}
              </Cell>
              <Cell>{Math.round(m.markDeg * 10) / 10}°</Cell>
              <Cell>{m.alongMm.toFixed(1)}</Cell>
              <Cell>{m.inches.text}</Cell>
              <Cell>
                {m.inches.errorDeg >= 0 ? "+" : "−"}
                {Math.abs(m.inches.errorDeg).toFixed(2)}°
              </Cell>
            </chakra.tr>
          ))}
        </tbody>
      </chakra.table>
    </chakra.div>
  );
}
