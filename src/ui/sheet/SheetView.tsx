"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { EngineFile } from "@/core/engine/engineFile";
import { ROLE_LETTER, bandWords, readingWords, specUnit } from "@/core/run/words";
import type { Sheet, SheetReading, SheetValve } from "@/core/run/sheet";
import { Button, ButtonLink } from "../controls/Button";
import { Stamp } from "../controls/Stamp";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";

interface Props {
  readonly sheet: Sheet;
  readonly file: EngineFile;
  /** Dates as the shop writes them, made on the server. */
  readonly openedAt: string;
  readonly closedAt: string | null;
}

/** The job as one page: what was found, what was left, by whom. */
export function SheetView({ sheet, file, openedAt, closedAt }: Props) {
  const base = `/api/jobs/${sheet.job}`;
  return (
    <chakra.article bg="sheet" border="2px solid" borderColor="ink" borderRadius="plate" p={{ base: "4", md: "6" }} maxWidth="70rem" mx="auto" _print={{ border: "0", p: "0", bg: "white", maxWidth: "none" }}>
      <chakra.header display="flex" flexWrap="wrap" justifyContent="space-between" gap="4" borderBottom="2px solid" borderColor="ink" pb="3">
        <div>
          <Stamp>{sheet.shop} · lash sheet{sheet.closedAt === null ? ", not closed yet" : ""}</Stamp>
          <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="32px" lineHeight={1.15}>{sheet.engine.name}</chakra.h1>
          <chakra.p fontSize="17px">{[sheet.engine.serial, sheet.engine.runningHours === null ? null : `${sheet.engine.runningHours} h`].filter((x) => x !== null).join(" · ")}</chakra.p>
        </div>
        <chakra.div display="flex" gap="2" flexWrap="wrap" alignItems="start" _print={{ display: "none" }}>
          {sheet.closedAt === null && <ButtonLink asChild kind="now"><Link href={`/jobs/${sheet.job}`}>Go on with the job</Link></ButtonLink>}
          <Button type="button" onClick={() => window.print()}>Print</Button>
          <ButtonLink href={`${base}/sheet.json`} download>JSON</ButtonLink>
          <ButtonLink href={`${base}/sheet.csv`} download>CSV</ButtonLink>
        </chakra.div>
      </chakra.header>
      <chakra.dl display="grid" gridTemplateColumns={{ base: "7rem 1fr", md: "7rem 1fr 7rem 1fr" }} columnGap="4" rowGap="1" py="3" fontSize="16px" _print={{ gridTemplateColumns: "6rem 1fr 6rem 1fr", fontSize: "13px", py: "2" }}>
        <Fact name="Engine was">{sheet.state}{sheet.temperatureC === null ? "" : `, ${sheet.temperatureC} °C`}</Fact>
        <Fact name="Spec from">{sheet.specSource ?? "not given"}</Fact>
        <Fact name="Method">{sheet.method}, {sheet.stops.map((s) => `${s.letter} ${Math.round(s.crankDeg)}°`).join(", ")}</Fact>
        <Fact name="Read with">{sheet.feelerSet}</Fact>
        <Fact name="Begun">{openedAt}, {sheet.openedBy}</Fact>
        <Fact name="Closed">{closedAt === null ? "not yet" : `${closedAt}, ${sheet.closedBy}`}</Fact>
      </chakra.dl>
      <chakra.div display="grid" gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" }} gap="5" _print={{ gridTemplateColumns: "1fr 1fr" }}>
        <Drawn title="As found" file={file} marks={drawn(sheet.valves, (v) => v.asFound)} />
        <Drawn title="As left" file={file} marks={drawn(sheet.valves, (v) => v.asLeft)} />
      </chakra.div>
      <chakra.div overflowX="auto" pt="4" _print={{ overflow: "visible", pt: "2" }} tabIndex={0} role="region" aria-label="Valve by valve">
        <chakra.table width="full" borderCollapse="collapse" fontSize="16px" css={{ "& th, & td": { textAlign: "left", padding: "5px 10px 5px 0", borderTop: "1px solid var(--f-colors-line)", whiteSpace: "nowrap" }, "& td": { fontFamily: "var(--f-fonts-mono)", fontSize: "15px" }, "& th": { fontFamily: "var(--f-fonts-stamp)" }, "@media print": { "& th, & td": { padding: "2px 8px 2px 0", fontSize: "11px" } } }}>
          <thead><tr><th scope="col">Valve</th><th scope="col">Band</th><th scope="col">As found</th><th scope="col">Turned</th><th scope="col">As left</th><th scope="col">By</th></tr></thead>
          <tbody>
            {sheet.valves.map((v) => (
              <tr key={v.valve}>
                <th scope="row">{v.valve}</th>
                <td>{bandWords({ ...v, assumedBand: false }, specUnit(file.lash?.[v.role]))}</td>
                <td>{words(v.asFound)}</td>
                <td>{v.timesSet === 0 ? "no" : v.timesSet === 1 ? "once" : `${v.timesSet} times`}</td>
                <td>{words(v.asLeft)}{v.reasons.length > 0 && <chakra.span display="block" whiteSpace="normal" fontFamily="body">Reason: {v.reasons.join("; ")}</chakra.span>}</td>
                <td>{v.asLeft?.by ?? ""}</td>
              </tr>
            ))}
          </tbody>
        </chakra.table>
      </chakra.div>
      <chakra.p fontSize="15px" color="soft" pt="4">
        {sheet.cautionsAccepted.length} cautions were read and accepted by {sheet.openedBy}. The maker&apos;s service data, local rules and licensed practice come first.
        {file.sector === "aircraft" && " Return to service is for the licensed person, on the approved data."}
      </chakra.p>
    </chakra.article>
  );
}

function Fact({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return <><dt><Stamp>{name}</Stamp></dt><chakra.dd m="0">{children}</chakra.dd></>;
}

function Drawn({ title, file, marks }: { readonly title: string; readonly file: EngineFile; readonly marks: Record<string, ValveMark> }) {
  return (
    <chakra.section minWidth="0" aria-label={title} css={{ "@media print": { "& svg": { width: "100%", height: "auto" } } }}>
      <Stamp color="ink!">{title}</Stamp>
      <HeadMap file={file} marks={marks} />
    </chakra.section>
  );
}

const words = (r: SheetReading | null): string =>
  r === null ? "none" : `${readingWords({ goes: { mm: r.goesMm, text: r.goes }, noGo: { mm: r.noGoMm, text: r.noGo } })}, ${r.verdict === "in" ? "in band" : r.verdict}`;

function drawn(valves: readonly SheetValve[], pick: (v: SheetValve) => SheetReading | null): Record<string, ValveMark> {
  return Object.fromEntries(valves.map((v): [string, ValveMark] => {
    const r = pick(v);
    if (r === null) return [v.valve, { look: "elsewhere", text: ROLE_LETTER[v.role], label: `${v.valve}: none` }];
    const out = r.verdict === "loose" ? "apart" as const : r.verdict === "tight" ? "together" as const : null;
    const text = r.goesMm === 0 ? "0" : r.goes.includes("+") ? r.goesMm.toFixed(2) : (r.goes.split(" ")[0] ?? "");
    return [v.valve, { look: r.verdict === "in" ? "done" : "open", text, arrows: out, label: `${v.valve}: ${words(r)}` }];
  }));
}
