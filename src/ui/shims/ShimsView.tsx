"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { useContext, useMemo, useState } from "react";
import { isOpen } from "@/core/parts/order";
import { DRAWER_PART_NAMES } from "@/core/parts/part";
import { jobState } from "@/core/job/run";
import type { ShimChoice } from "@/core/job/tasks/shims/offers";
import type { ShimsPageData } from "@/core/job/pages/shims";
import { knownFitted } from "@/core/job/tasks/shims/plan";
import { shimPositions } from "@/core/job/tasks/shims/problem";
import { stepOf, wantedFor } from "@/core/shims/wanted";
import { roleUnit } from "@/core/job/words/specs";
import { Button } from "../controls/Button";
import { usePrice } from "../controls/ways";
import { Complaint } from "../controls/Stamp";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import { OrderList } from "./OrderList";
import { PartsOutList } from "./PartsOutList";
import { PlanShown } from "./PlanShown";
import { ToOrder } from "./ToOrder";
import { SumOnPaper } from "./SumOnPaper";
import { Wishes } from "./Wishes";
import { changesOf, headWords, marksOf, moneyOf, swapsOf } from "./planWords";
import { type Typed, type TypedPart, buyingList, leftOpen, outOfTyped, savedText } from "./typedParts";
import { PartsHosted } from "./partsHost";
import { useShimWorker } from "./useShimWorker";
import { Title } from "../controls/Title";

const UNCHOSEN: ShimChoice = { scope: null, buying: null, aim: "nominal", near: false, stay: false };

/** Which part goes where: measured as it comes out, worked out for all at once, and the sum for each to be seen. */
export function ShimsView({ given }: { readonly given: ShimsPageData }) {
  const { job, file, entries, stock, micrometers, jobId, orders } = given;
  const router = useRouter();
  const price = usePrice();
  const state = useMemo(() => jobState(job, entries), [job, entries]);
  const valves = [...state.valves.values()];
  const [micrometerId, setMicrometer] = useState<string | null>(micrometers[0]?.id ?? null);
  const [typed, setTyped] = useState<Typed>(() => typedBefore(given));
  const [chosen, setChosen] = useState<string | null>(null);
  const [choice, setChoice] = useState<ShimChoice>(UNCHOSEN);
  const { kind, diameterMm } = job.task.plan;
  const host = useContext(PartsHosted);
  const catalogue = host.useCatalogue(kind, diameterMm);
  const items = catalogue.items ?? [];
  const out = useMemo(() => outOfTyped(typed, micrometers), [typed, micrometers]);
  const { answer, share } = useShimWorker(
    Object.keys(out).length === 0
      ? null
      : { kind: "offers", job, entries, out, sources: { stock, catalogue: catalogue.items }, choice },
  );
  const offers = answer?.kind === "offers" ? answer.offers : null;
  const plan = offers?.plan ?? null;
  const positions = useMemo(
    () => shimPositions(state, out, { ...choice, scope: "all", buying: false }),
    [state, out, choice],
  );
  const stepMm = stepOf(items.map((i) => i.thicknessMm));
  const wanted = plan === null ? [] : wantedFor(plan, positions, stepMm);
  const looked = positions.find((p) => p.id === chosen) ?? null;
  const commands = host.useCommands(given, {
    onFitted: () => router.push(`/jobs/${jobId}`),
    onOrdered: catalogue.askAgain,
  });
  const changes = plan === null ? 0 : changesOf(plan).length;
  const role = job.valves.find((v) => v.id === looked?.id)?.role ?? "intake";

  // Where the open gap is read, no test part is in.
  const ofAll = (part: TypedPart): Typed =>
    Object.fromEntries(
      valves.map((v) => [v.valve.id, typed[v.valve.id]?.kind === "open-gap" ? (typed[v.valve.id] ?? part) : part]),
    );
  const fresh = Object.values(typed).some((t) => t.kind === "test-part");
  const build = (on: boolean): void => {
    const first = Object.values(typed).find((t) => t.text.trim() !== "" && t.kind !== "open-gap") ?? {
      text: "",
      micrometerId,
    };
    setTyped(ofAll({ ...first, kind: on ? "test-part" : "part" }));
  };
  const type = (valve: string, part: TypedPart): void => {
    // A test part is the same everywhere: one figure is every valve's.
    setTyped(part.kind === "test-part" ? ofAll(part) : { ...typed, [valve]: part });
  };
  const waits = orders.some(isOpen);
  const busy = commands.busy || share !== null;

  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) minmax(0, 1.15fr)" }}
      gap={{ base: "6", lg: "10" }}
      alignItems="start"
    >
      <chakra.header gridColumn="1 / -1">
        <Title>
          Which {DRAWER_PART_NAMES[kind]} goes where in <host.Engine jobId={jobId} name={file.name} />
        </Title>
        <chakra.p fontSize="17px" pt="1">
          Measure each part that you take out. Leave empty what stays shut: its part is left out of the plan.{" "}
          {stock.reduce((n, p) => n + p.count, 0)} in stock.
        </chakra.p>
      </chakra.header>
      <PartsOutList
        {...{ given, valves, typed, positions, micrometerId, chosen, fresh }}
        onMicrometer={setMicrometer}
        onChoose={setChosen}
        onType={type}
        onFresh={build}
        onLeave={(valve) => (fresh ? Object.keys(typed) : [valve]).forEach((v) => commands.keep(v, typed[v]))}
      />
      <chakra.section
        aria-label="What goes where"
        minWidth="0"
        display="flex"
        flexDirection="column"
        gap="4"
        position={{ lg: "sticky" }}
        top="3"
      >
        <OrderList orders={orders.filter((o, i) => i === 0 || isOpen(o))} />
        <chakra.div bg="sheet" border="2px solid" borderColor="ink" borderRadius="plate" p="3">
          <HeadMap
            file={file}
            marks={marksOf(job.valves, plan)}
            swaps={plan === null ? [] : swapsOf(plan)}
            onPick={setChosen}
          />
        </chakra.div>
        {share !== null && share > 0 && <chakra.progress width="full" value={share} aria-label="Working it out" />}
        {commands.problem !== null && <Complaint role="alert">{commands.problem}</Complaint>}
        {offers === null ? (
          <chakra.p fontSize="18px">
            {Object.keys(out).length === 0
              ? "Type the first thickness, and what is possible shows here."
              : "Working it out…"}
          </chakra.p>
        ) : (
          <PlanShown plan={offers.plan} context={{ stock, catalogue: items, positions, valves: job.valves, typed }}>
            {offers.plan.bought > 0 ? (
              <Button
                type="button"
                kind="now"
                justifyContent="center"
                disabled={busy || waits}
                onClick={() => void commands.order(buyingList(offers.plan, items))}
              >
                {waits
                  ? "Ordered: it waits for the parts"
                  : `Order ${offers.plan.bought} for ${price(moneyOf(offers.plan, items))}: job on hold`}
              </Button>
            ) : (
              <Button
                type="button"
                kind="now"
                justifyContent="center"
                disabled={busy || changes === 0 || leftOpen(offers.plan).length > 0}
                onClick={() => void commands.take(offers, typed)}
              >
                {changes === 0
                  ? "Nothing to fit yet"
                  : `Fit ${changes === 1 ? "this one" : `these ${changes}`}: out of stock and heads`}
              </Button>
            )}
            {offers.plan.bought > 0 && (
              <chakra.p fontSize="16px" color="soft">
                Without buying: {headWords(offers.buying.nothing, items, price).toLowerCase()}.
              </chakra.p>
            )}
          </PlanShown>
        )}
        {wanted.length > 0 && (
          <ToOrder engine={file.name} byHand={!waits} {...{ kind, diameterMm, stepMm, wanted, micrometers }} />
        )}
        {offers !== null && <Wishes offers={offers} choice={choice} catalogue={catalogue} onChoose={setChoice} />}
        {looked !== null && (
          <SumOnPaper position={looked} unit={roleUnit(file, role)} stockMm={stock.map((p) => p.thicknessMm)} />
        )}
      </chakra.section>
    </chakra.div>
  );
}

/** What was measured before, here or at an earlier job on this engine. */
function typedBefore({ job, entries, out }: ShimsPageData): Typed {
  const measured = new Map(out.map((o) => [o.valve, o]));
  return Object.fromEntries(
    [...jobState(job, entries).valves.values()].flatMap((v): [string, TypedPart][] => {
      const came = measured.get(v.valve.id);
      // What this job fitted since is in there now.
      if (came !== undefined && v.fittedMm === null)
        return [[v.valve.id, { text: savedText(came.text), kind: came.kind, micrometerId: came.micrometerId }]];
      const known = knownFitted(job.task.plan, v);
      return known === null
        ? []
        : [[v.valve.id, { text: savedText(String(known)), kind: "part", micrometerId: null }]];
    }),
  );
}
