"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { type OrderLine, isOpen } from "@/core/parts/order";
import { learnedBiasMm } from "@/core/job/tasks/openerCloser/closerBias";
import { middleOf } from "@/core/job/ledger/readings";
import { adviseParts, closerGapMm, openerCloserOf } from "@/core/job/tasks/openerCloser/openerCloser";
import type { OpenerCloserPageData } from "@/core/job/pages/openerCloser";
import { jobState } from "@/core/job/run";
import { bandWords, specUnit } from "@/core/job/words/specs";
import { readingWords } from "@/core/job/words/readings";
import { valveName } from "@/core/job/words/names";
import { isSolved } from "@/core/shims/positiveClosing";
import { openerCloserLines } from "@/core/shims/openerCloserLines";
import { Button } from "../controls/Button";
import { Field, Select, TextInput } from "../controls/Field";
import { Complaint, PlateHeading, Stamp } from "../controls/Stamp";
import { TwoSizes } from "../controls/TwoSizes";
import { OpenerCloserDrawing } from "../drawings/OpenerCloser/OpenerCloserDrawing";
import { UNREACHED, send } from "../send";
import { OrderList } from "../shims/OrderList";
import { useCommandIds } from "../useCommandIds";
import { Tick } from "../shims/Tick";
import { GoesIn, type Chosen } from "./GoesIn";
import { TryLog } from "./TryLog";
import { measured } from "./measured";

const NOTHING: Chosen = { stockId: null, made: "" };

/** Opener and closer of one valve: the loaded gap, what came out, what goes in, and what was tried before. */
export function OpenerCloserView({ given }: { readonly given: OpenerCloserPageData }) {
  const { job, entries, file, jobId, valve: id, micrometers, stock, orders, biasesMm } = given;
  const router = useRouter();
  const state = useMemo(() => jobState(job, entries), [job, entries]);
  const valve = state.valves.get(id);
  const commands = useCommandIds();
  const [micrometerId, setMicrometer] = useState(micrometers[0]?.id ?? "");
  const [typed, setTyped] = useState<{ opener: string; closer: string }>({ opener: "", closer: "" });
  const [opener, setOpener] = useState<Chosen>(NOTHING);
  const [closer, setCloser] = useState<Chosen>(NOTHING);
  const [collets, setCollets] = useState("");
  const [useBias, setUseBias] = useState(true);
  const [problem, setProblem] = useState<{ path: string; text: string } | null>(null);
  if (valve === undefined) return null;
  const own = openerCloserOf(valve);
  const micrometer = micrometers.find((m) => m.id === micrometerId) ?? null;
  const { spec } = valve.valve;
  const unit = specUnit(file.lash?.[valve.valve.role]);
  const learnedMm = learnedBiasMm(biasesMm);
  const biasMm = useBias ? learnedMm : 0;
  const out = { openerMm: measured(typed.opener, micrometer), closerMm: measured(typed.closer, micrometer) };
  const read = valve.last;
  const advice = read === null ? null : adviseParts(job.task.plan, own, spec.nominalMm, read, out, biasMm);
  const fittedMm = { opener: out.openerMm ?? own.openerMm, closer: out.closerMm ?? own.closerMm };
  const stop = state.stop?.letter ?? "";
  const zero = read !== null && read.goes.mm === 0;

  async function tell(url: string, body: object): Promise<boolean> {
    const sent = await send("POST", url, body);
    setProblem(
      sent.kind === "done"
        ? null
        : sent.kind === "refused"
          ? { path: sent.path, text: sent.message }
          : { path: "", text: UNREACHED },
    );
    if (sent.kind === "done") commands.done();
    return sent.kind === "done";
  }
  const said = (path: string): string | undefined => (problem?.path === path ? problem.text : undefined);
  const load = async (goes: { mm: number; text: string }, noGo: { mm: number; text: string }): Promise<void> => {
    const loaded = { supersedes: null, kind: "loaded-gap", valve: id, stop, goes, noGo };
    if (await tell(`/api/jobs/${jobId}/entries`, { entries: [{ id: commands.idFor(loaded), ...loaded }] }))
      router.refresh();
  };
  const fits = (
    [
      ["opener", opener],
      ["closer", closer],
    ] as const
  ).flatMap(([part, chosen]) =>
    chosen.stockId === null && chosen.made.trim() === ""
      ? []
      : [
          {
            part,
            out: typed[part].trim() === "" ? null : typed[part],
            stockId: chosen.stockId,
            made: chosen.stockId === null ? chosen.made : null,
          },
        ],
  );
  const fit = async (): Promise<void> => {
    const body = { valve: id, micrometerId: micrometerId === "" ? null : micrometerId, fits, collets };
    if (await tell(`/api/jobs/${jobId}/opener-closer`, { id: commands.idFor(body), ...body }))
      router.push(`/jobs/${jobId}`);
  };
  const order = async (line: OrderLine): Promise<void> => {
    if (await tell("/api/orders", { id: commands.idFor(line), jobId, lines: [line] })) router.refresh();
  };
  const loads = own.stage === "load";

  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }}
      gap={{ base: "6", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="30px" lineHeight={1.2}>
          Opener and closer of {valveName(valve.valve, job.valves)} in{" "}
          <Link href={`/jobs/${jobId}`} style={{ textDecoration: "underline" }}>
            {file.name}
          </Link>
        </chakra.h1>
        <chakra.p fontSize="19px" fontWeight={600} pt="1">
          {zero
            ? "No leaf goes: fit a thinner opener first, then read both gaps."
            : loads
              ? "Press the closing rocker home by hand, and read the gap again."
              : own.stage === "parts"
                ? "Work out what goes in, and fit it."
                : own.stage === "read"
                  ? "Back to the engine: read the opener gap again."
                  : own.stage === "feel"
                    ? "Back to the engine: turn the cam over the closer, and say what you feel."
                    : "Opener and closer are right."}
        </chakra.p>
      </chakra.header>
      <chakra.section aria-label="Gaps" minWidth="0" display="flex" flexDirection="column" gap="4">
        <chakra.div bg="sheet" border="2px solid" borderColor="ink" borderRadius="plate" p="3">
          <OpenerCloserDrawing
            openerGapMm={read === null ? null : middleOf(read)}
            closerGapMm={read === null || own.loaded === null ? null : closerGapMm(read, own.loaded)}
            openerMm={fittedMm.opener}
            closerMm={fittedMm.closer}
            label={`Opener and closer of ${id} from the side: opener gap ${read === null ? "not read" : readingWords(read)}`}
          />
        </chakra.div>
        <chakra.p fontSize="17px">
          Opener gap <b>{read === null ? "not read" : readingWords(read)}</b>, band {bandWords(spec, unit)}.{" "}
          {own.loaded === null ? (
            ""
          ) : (
            <>
              Loaded gap <b>{readingWords({ goes: own.loaded.goes, noGo: own.loaded.noGo })}</b>.
            </>
          )}
        </chakra.p>
        {!zero && (loads || own.loaded !== null) && (
          <TwoSizes
            key={own.loaded?.id ?? "first"}
            what="leaf"
            submit={loads ? "Keep the loaded gap" : "Read it again"}
            now={loads}
            onHold={(goes, noGo) => void load(goes, noGo)}
          />
        )}
        {said("") !== undefined && <Complaint role="alert">{said("")}</Complaint>}
        <OrderList orders={orders.filter((o, i) => i === 0 || isOpen(o))} />
        <TryLog tries={own.tries} gear={state.plugged?.gear ?? null} />
      </chakra.section>
      {!loads && (
        <chakra.section aria-label="What goes in" minWidth="0" display="flex" flexDirection="column" gap="4">
          <PlateHeading>What came out</PlateHeading>
          <Field label="Measured with" error={said("micrometerId")}>
            {(c) => (
              <Select {...c} value={micrometerId} onChange={(e) => setMicrometer(e.target.value)}>
                {micrometers.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
                  </option>
                ))}
                <option value="">not measured: by their marks</option>
              </Select>
            )}
          </Field>
          <chakra.div display="grid" gridTemplateColumns="1fr 1fr" gap="3">
            {(["opener", "closer"] as const).map((part) => (
              <Field
                key={part}
                label={`Old ${part}`}
                error={said(`${part}.out`)}
                {...(own[`${part}Mm`] === null ? {} : { hint: `${own[`${part}Mm`]?.toFixed(3)} was fitted here.` })}
              >
                {(c) => (
                  <TextInput
                    {...c}
                    inputMode="decimal"
                    autoComplete="off"
                    placeholder={part === "opener" ? "2.85" : "6.40"}
                    value={typed[part]}
                    onChange={(e) => setTyped({ ...typed, [part]: e.target.value })}
                  />
                )}
              </Field>
            ))}
          </chakra.div>
          {advice?.solved != null &&
            isSolved(advice.solved) &&
            read !== null &&
            own.loaded !== null &&
            fittedMm.opener !== null &&
            fittedMm.closer !== null && (
              <chakra.div border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" p="3">
                <Stamp color="ink!">On paper</Stamp>
                <chakra.dl display="grid" gridTemplateColumns="1fr auto" columnGap="4" fontSize="17px" m="0" pt="1">
                  {openerCloserLines(
                    {
                      opener: { fittedMm: fittedMm.opener, gapMm: middleOf(read), aimMm: spec.nominalMm },
                      closer: {
                        fittedMm: fittedMm.closer,
                        loadedGapMm: middleOf(own.loaded),
                        aimMm: job.task.plan.closerAimMm,
                      },
                      biasMm,
                    },
                    advice.solved,
                  ).map((l) => (
                    <chakra.div key={l.what} display="contents">
                      <dt>{l.what}</dt>
                      <chakra.dd m="0" fontFamily="mono" textAlign="right">
                        {l.figure}
                      </chakra.dd>
                    </chakra.div>
                  ))}
                </chakra.dl>
              </chakra.div>
            )}
          {learnedMm !== 0 && (
            <Tick
              on={useBias}
              onChange={setUseBias}
              label={`Your loaded gap overstates by ${learnedMm.toFixed(3)} mm here`}
              note={`Learned from ${biasesMm.length} closers that were found right: ${biasesMm.map((b) => b.toFixed(3)).join(", ")}.`}
            />
          )}
          <GoesIn
            part="opener"
            wantedMm={advice?.openerMm ?? null}
            fittedMm={fittedMm.opener}
            gapMm={read === null ? null : middleOf(read)}
            stock={stock}
            chosen={opener}
            onChoose={setOpener}
            error={said("opener") ?? said("opener.made")}
            onOrder={(line) => void order(line)}
          />
          <GoesIn
            part="closer"
            wantedMm={advice?.closerMm ?? null}
            fittedMm={fittedMm.closer}
            gapMm={read === null || own.loaded === null ? null : closerGapMm(read, own.loaded)}
            stock={stock}
            chosen={closer}
            onChoose={setCloser}
            error={said("closer") ?? said("closer.made")}
            onOrder={(line) => void order(line)}
          />
          <Field
            label="Collets went in"
            hint="The way they came: which way their gap points, and which half on which side. New ones settle."
            error={said("collets")}
          >
            {(c) => (
              <TextInput
                {...c}
                value={collets}
                placeholder="As they were, gap to the intake"
                onChange={(e) => setCollets(e.target.value)}
              />
            )}
          </Field>
          <Button
            type="button"
            kind="now"
            justifyContent="center"
            disabled={fits.length === 0}
            onClick={() => void fit()}
          >
            {fits.length === 0 ? "Choose what goes in" : `Fitted: ${fits.map((f) => f.part).join(" and ")}`}
          </Button>
        </chakra.section>
      )}
    </chakra.div>
  );
}
