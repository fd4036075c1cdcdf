"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { middleOf } from "@/core/job/ledger/readings";
import type { OpenerCloserPageData } from "@/core/job/pages/openerCloser";
import { type OpenerCloserStage, closerGapMm } from "@/core/job/tasks/openerCloser/openerCloser";
import { useContext } from "react";
import { valveName } from "@/core/job/words/names";
import { readingWords } from "@/core/job/words/readings";
import { bandWords, roleUnit } from "@/core/job/words/specs";
import { isOpen } from "@/core/parts/order";
import { Complaint } from "../controls/Stamp";
import { USUAL } from "@/core/units/typedLength";
import { LeafPair } from "../leaves/LeafPair";
import { OpenerCloserDrawing } from "../drawings/OpenerCloser/OpenerCloserDrawing";
import { OrderList } from "../shims/OrderList";
import { PartsHosted } from "../shims/partsHost";
import { ExchangeForm } from "./ExchangeForm";
import { TryLog } from "./TryLog";
import { useExchange } from "./useExchange";
import { Title } from "../controls/Title";

/** What comes next at a valve, for whoever stands before its page. */
const STAGE_WORDS: Readonly<Record<OpenerCloserStage, string>> = {
  load: "Press the closing rocker home by hand, and read the gap again.",
  parts: "Work out what goes in, and fit it.",
  read: "Back to the engine: read the opener gap again.",
  feel: "Back to the engine: turn the cam over the closer, and say what you feel.",
  right: "Opener and closer are right.",
};

/** Opener and closer of one valve: the loaded gap, what came out, what goes in, and what was tried before. */
export function OpenerCloserView({ given }: { readonly given: OpenerCloserPageData }) {
  const exchange = useExchange(given);
  const { Engine } = useContext(PartsHosted);
  if (exchange === null) return null;
  const { job, file, jobId, valve: id, orders } = given;
  const { state, valve, own, read, fittedMm, load, said } = exchange;
  const { spec } = valve.valve;
  const unit = roleUnit(file, valve.valve.role);
  const zero = read !== null && read.goes.mm === 0;
  const loads = own.stage === "load";
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.1fr)" }}
      gap={{ base: "6", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <Title>
          Opener and closer of {valveName(valve.valve, job.valves)} in <Engine jobId={jobId} name={file.name} />
        </Title>
        <chakra.p fontSize="19px" fontWeight={600} pt="1">
          {zero ? "No leaf goes: fit a thinner opener first, then read both gaps." : STAGE_WORDS[own.stage]}
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
          <LeafPair
            set={given.set}
            key={own.loaded?.id ?? "first"}
            what="leaf"
            usual={USUAL.loadedGap}
            submit={loads ? "Save the loaded gap" : "Read it again"}
            now={loads}
            onHold={(goes, noGo) => void load(goes, noGo)}
          />
        )}
        {said("") !== undefined && <Complaint role="alert">{said("")}</Complaint>}
        <OrderList orders={orders.filter((o, i) => i === 0 || isOpen(o))} />
        <TryLog tries={own.tries} gear={state.plugged?.gear ?? null} />
      </chakra.section>
      {!loads && <ExchangeForm exchange={exchange} />}
    </chakra.div>
  );
}
