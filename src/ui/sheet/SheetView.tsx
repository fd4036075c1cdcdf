"use client";

import { exactLength } from "@/core/units/length";
import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { EngineFile } from "@/core/engine/engineFile";
import { PURPOSE_NAMES } from "@/core/job/setup/purpose";
import { ROLE_LETTER } from "@/core/job/words/names";
import { underWords, verdictIn } from "@/core/job/words/heights";
import { bandWords, roleUnit, unitOf } from "@/core/job/words/specs";
import type { Sheet, SheetReading, SheetValve } from "@/core/job/sheet/format";
import type { Person } from "@/core/shop/person";
import { ORDER_NAMES } from "@/core/stops/orders";
import { counted } from "@/core/record/counter";
import { Button, ButtonLink } from "../controls/Button";
import { PaperSheet } from "../controls/PaperSheet";
import { Stamp } from "../controls/Stamp";
import { useTemperature } from "../controls/ways";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveMark } from "../drawings/HeadMap/HeadMapDrawing";
import { LineTable } from "./LineTable";
import { SignLine } from "./SignLine";

interface Props {
  readonly sheet: Sheet;
  readonly engineId: string;
  readonly file: EngineFile;
  /** Dates as the shop writes them, made on the server. */
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly signedAt: string | null;
  /** Who noted it and when, note by note. */
  readonly notedBy: readonly string[];
  /** Who left it, valve by valve; empty where nobody has. */
  readonly leftBy: readonly string[];
  readonly person: Person | null;
}

/** The job as one page: what was found, what was left, by whom. */
export function SheetView({ sheet, engineId, file, openedAt, closedAt, signedAt, notedBy, leftBy, person }: Props) {
  const base = `/api/jobs/${sheet.job}`;
  const check = sheet.work === "build-check";
  const temperature = useTemperature();
  return (
    <PaperSheet
      stamp={
        <>
          {sheet.shop} · {SHEET_NAMES[sheet.work]}
          {sheet.closedAt === null ? ", not closed yet" : ""}
        </>
      }
      title={sheet.engine.name}
      line={[
        sheet.engine.serial,
        sheet.engine.counter === null ? null : counted(sheet.engine.counter.count, sheet.engine.counter.unit),
      ]
        .filter((x) => x !== null)
        .join(" · ")}
      actions={
        <>
          {sheet.closedAt === null && person?.role !== "viewer" && (
            <ButtonLink asChild kind="now">
              <Link href={`/jobs/${sheet.job}`}>Go on with the job</Link>
            </ButtonLink>
          )}
          <Button type="button" onClick={() => window.print()}>
            Print
          </Button>
          <ButtonLink href={`${base}/sheet.pdf`} download>
            PDF
          </ButtonLink>
          <ButtonLink href={`${base}/sheet.json`} download>
            JSON
          </ButtonLink>
          <ButtonLink href={`${base}/sheet.csv`} download>
            CSV
          </ButtonLink>
        </>
      }
    >
      <chakra.dl
        display="grid"
        gridTemplateColumns={{ base: "7rem 1fr", md: "7rem 1fr 7rem 1fr" }}
        columnGap="4"
        rowGap="1"
        py="3"
        fontSize="16px"
        _print={{ gridTemplateColumns: "5rem 1fr 5rem 1fr", py: "2" }}
        css={{ "@media print": { "&, & span": { fontSize: "11px", lineHeight: 1.2 } } }}
      >
        <Fact name="Engine was">
          {sheet.state}
          {sheet.temperatureC === null ? "" : `, ${temperature.words(sheet.temperatureC)}`}
        </Fact>
        {sheet.work !== "preload" && !check && <Fact name="Spec from">{sheet.specSource ?? "not given"}</Fact>}
        {sheet.geometry.length > 0 && <Fact name="Geometry">{sheet.geometry.join(". ")}</Fact>}
        {sheet.offset !== null && <Fact name="Judged as">{sheet.offset}</Fact>}
        {sheet.spread !== null && <Fact name="Evenness">{sheet.spread}</Fact>}
        {sheet.licensed !== null && <Fact name="Released by">{sheet.licensed}, on the approved data</Fact>}
        {(!check || sheet.note !== null) && (
          <Fact name={check ? "Note" : "Why"}>
            {[check ? null : PURPOSE_NAMES[sheet.purpose].name, sheet.note].filter((x) => x !== null).join(". ")}
          </Fact>
        )}
        {sheet.otherSources.length > 0 && <Fact name="Other specs on file">{sheet.otherSources.join("; ")}</Fact>}
        {check && sheet.stops.length > 0 && (
          <Fact name="Shafts at">{sheet.stops.map((s) => `${s.letter} ${Math.round(s.crankDeg)}°`).join(", ")}</Fact>
        )}
        {check ? (
          <Fact name="Measured with">{sheet.feelerSets.join(", ")}</Fact>
        ) : (
          <>
            <Fact name="Method">
              {sheet.method}, {ORDER_NAMES[sheet.servingOrder].toLowerCase()}, margin {sheet.requiredMarginDeg}°:{" "}
              {sheet.stops.map((s) => `${s.letter} ${s.watched ?? `${Math.round(s.crankDeg)}°`}`).join(", ")}
            </Fact>
            <Fact name="Read with">
              {sheet.work === "preload" ? "turns counted from zero lash" : sheet.feelerSets.join(", ")};{" "}
              {sheet.survey ? "all as found first" : "valve by valve"}
              {sheet.allToAimMm === null
                ? ""
                : `, all within ${exactLength(sheet.allToAimMm, unitOf(file))} of the target`}
            </Fact>
          </>
        )}
        {sheet.lockShiftMm !== null && (
          <Fact name="Locking">
            moved the lash {exactLength(sheet.lockShiftMm, unitOf(file))}, the middle of what was read before and
            after
          </Fact>
        )}
        <Fact name="Begun">
          {openedAt}, {sheet.openedBy}
        </Fact>
        <Fact name="Closed">{closedAt === null ? "not yet" : `${closedAt}, ${sheet.closedBy}`}</Fact>
        <Fact name="Checked">{signedAt === null ? "not yet" : `${signedAt}, ${sheet.signedBy}`}</Fact>
      </chakra.dl>
      {sheet.closedAt !== null && sheet.work === "lash" && (
        <chakra.p py="2" _print={{ display: "none" }}>
          <ButtonLink asChild>
            <Link href={`/jobs/${sheet.job}/hot-cold`}>
              {sheet.state === "hot"
                ? "Cooled down? Read some cold, and know how it grows"
                : "Take hot readings to learn the growth"}
            </Link>
          </ButtonLink>
        </chakra.p>
      )}
      {sheet.closedAt !== null && sheet.signedAt === null && (
        <SignLine job={sheet.job} closedBy={sheet.closedBy ?? ""} person={person} />
      )}
      {check && sheet.closedAt !== null && (
        <chakra.p py="2" _print={{ display: "none" }}>
          <ButtonLink asChild kind={sheet.signedAt === null ? "plain" : "now"}>
            <Link href={`/engines/${engineId}/job?purpose=first-start`}>Open the first setting</Link>
          </ButtonLink>
        </chakra.p>
      )}
      {check && <LineTable lines={sheet.lines} />}
      {!check && <Valves sheet={sheet} file={file} leftBy={leftBy} />}
      {sheet.buildCheck !== null && (
        <chakra.section pt="4" aria-label="The build check before it">
          <Stamp color="ink!">
            Built before it: checked by {sheet.buildCheck.closedBy}
            {sheet.buildCheck.signedBy === null ? ", not signed" : `, signed by ${sheet.buildCheck.signedBy}`}
          </Stamp>{" "}
          <Link href={`/jobs/${sheet.buildCheck.job}/sheet`} style={{ textDecoration: "underline" }}>
            its own sheet
          </Link>
          <LineTable lines={sheet.buildCheck.lines} />
        </chakra.section>
      )}
      {sheet.notes.length > 0 && (
        <chakra.section pt="4" aria-label="What was said and done" _print={{ fontSize: "11px", pt: "2" }}>
          <Stamp color="ink!">What was said and done</Stamp>
          <chakra.ul
            listStyleType="none"
            m="0"
            p="0"
            fontSize="16px"
            css={{ "@media print": { fontSize: "9.5px", lineHeight: 1.25, columnCount: 2 } }}
          >
            {sheet.notes.map((n, i) => (
              <chakra.li key={n.at + n.what} py="1" _print={{ py: "0" }}>
                <chakra.span color="soft">{notedBy[i]}:</chakra.span> {n.what}
              </chakra.li>
            ))}
          </chakra.ul>
        </chakra.section>
      )}
      <chakra.p fontSize="15px" color="soft" pt="4" _print={{ fontSize: "10px", pt: "1" }}>
        {sheet.cautionsAccepted.length} cautions were read and accepted by {sheet.openedBy}. The maker&apos;s service
        data, local rules and licensed practice come first.
        {file.sector === "aircraft" && " Return to service is for the licensed person, on the approved data."}
      </chakra.p>
    </PaperSheet>
  );
}

/** The engine as found and as left, and a line for each valve. */
function Valves({ sheet, file, leftBy }: Pick<Props, "sheet" | "file" | "leftBy">) {
  return (
    <>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", md: "minmax(0, 1fr) minmax(0, 1fr)" }}
        gap="5"
        _print={{ gridTemplateColumns: "1fr 1fr" }}
      >
        <Drawn title="As found" file={file} marks={drawn(sheet.valves, (v) => v.asFound)} />
        <Drawn title="As left" file={file} marks={drawn(sheet.valves, (v) => v.asLeft)} />
      </chakra.div>
      <chakra.div
        overflowX="auto"
        pt="4"
        _print={{ overflow: "visible", pt: "2" }}
        tabIndex={0}
        role="region"
        aria-label="Valve by valve"
      >
        <chakra.table
          width="full"
          borderCollapse="collapse"
          fontSize="16px"
          css={{
            "& th, & td": {
              textAlign: "left",
              padding: "5px 10px 5px 0",
              borderTop: "1px solid var(--f-colors-line)",
              whiteSpace: "nowrap",
            },
            "& td": { fontFamily: "var(--f-fonts-mono)", fontSize: "15px" },
            "& th": { fontFamily: "var(--f-fonts-stamp)" },
            "@media print": { "& th, & td": { padding: "1px 8px 1px 0", fontSize: "11px" } },
          }}
        >
          <thead>
            <tr>
              <th scope="col">Valve</th>
              <th scope="col">{sheet.work === "preload" ? "Window" : "Band"}</th>
              <th scope="col">As found</th>
              <th scope="col">Turned</th>
              <th scope="col">As left</th>
              <th scope="col">By</th>
            </tr>
          </thead>
          <tbody>
            {sheet.valves.map((v, i) => (
              <tr key={v.valve}>
                <th scope="row">{v.valve}</th>
                <td>
                  {bandWords({ ...v, assumedBand: false }, roleUnit(file, v.role))}
                  {v.block !== undefined && (
                    <chakra.span display="block" whiteSpace="normal">
                      {underWords(v.block).trim()}
                    </chakra.span>
                  )}
                </td>
                <td>{v.slack ? "slack" : words(v, v.asFound)}</td>
                <td>{v.timesSet === 0 ? "no" : v.timesSet === 1 ? "once" : `${v.timesSet} times`}</td>
                <td>
                  {words(v, v.asLeft)}
                  {v.part !== null && (
                    <chakra.span display="block" whiteSpace="normal">
                      Fitted {v.part}
                    </chakra.span>
                  )}
                  {v.reasons.length > 0 && (
                    <chakra.span display="block" whiteSpace="normal" fontFamily="body">
                      Reason: {v.reasons.join("; ")}
                    </chakra.span>
                  )}
                </td>
                <td>{leftBy[i]}</td>
              </tr>
            ))}
          </tbody>
        </chakra.table>
      </chakra.div>
    </>
  );
}

const SHEET_NAMES: Record<Sheet["work"], string> = {
  lash: "lash sheet",
  preload: "preload sheet",
  "dry-gap": "dry gap sheet",
  "build-check": "build check",
};

function Fact({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <>
      <dt>
        <Stamp>{name}</Stamp>
      </dt>
      <chakra.dd m="0">{children}</chakra.dd>
    </>
  );
}

function Drawn({
  title,
  file,
  marks,
}: {
  readonly title: string;
  readonly file: EngineFile;
  readonly marks: Record<string, ValveMark>;
}) {
  return (
    <chakra.section
      minWidth="0"
      aria-label={title}
      css={{ "@media print": { "& svg": { width: "72%", height: "auto" } } }}
    >
      <Stamp color="ink!">{title}</Stamp>
      <HeadMap file={file} marks={marks} />
    </chakra.section>
  );
}

const words = (v: SheetValve, r: SheetReading | null): string =>
  r === null ? "none" : `${r.read}, ${r.verdict === "in" ? "in band" : verdictIn(v, r.verdict)}`;

function drawn(
  valves: readonly SheetValve[],
  pick: (v: SheetValve) => SheetReading | null,
): Record<string, ValveMark> {
  return Object.fromEntries(
    valves.map((v): [string, ValveMark] => {
      const r = pick(v);
      if (r === null) return [v.valve, { look: "elsewhere", text: ROLE_LETTER[v.role], label: `${v.valve}: none` }];
      const out =
        r.verdict === "loose" || r.verdict === "shallow"
          ? ("apart" as const)
          : r.verdict === "tight" || r.verdict === "deep"
            ? ("together" as const)
            : null;
      // A depth is told in turns first: its figure is what it amounts to.
      const told = r.instrument === "turns counted" ? r.goes : r.read;
      const text = r.goesMm === 0 ? "0" : (told.split(/[–\s]/)[0] ?? "");
      return [
        v.valve,
        { look: r.verdict === "in" ? "done" : "open", text, arrows: out, label: `${v.valve}: ${words(v, r)}` },
      ];
    }),
  );
}
