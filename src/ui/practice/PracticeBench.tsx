"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useRouter } from "next/navigation";
import { type RefObject, useCallback, useMemo, useRef, useState } from "react";
import type { PracticeTask } from "@/core/practice/exercise/exerciseList";
import type { VisibleState, VisibleValve } from "@/core/practice/session/visible";
import { fineLength } from "@/core/units/length";
import { Button } from "../controls/Button";
import { Complaint, Stamp } from "../controls/Stamp";
import { send, troubleOf } from "../send";
import type { BenchProps } from "./benchProps";
import { BenchDrawing, Pulley } from "./BenchDrawing";
import { EngineTools } from "./EngineTools";
import { InHand } from "./InHand";
import { NameFault } from "./NameFault";
import { TurnBar } from "./TurnBar";
import { ValveLooks } from "./ValveHands";
import { feelIt } from "./feelIt";
import { type Hands, useBench } from "./useBench";

/** Hands at the bench, and what they have picked. */
export interface AtBench {
  readonly hands: Hands;
  readonly picked: readonly string[];
  readonly setPicked: (ids: readonly string[]) => void;
  /** Whether a leaf is heard. */
  readonly loud: RefObject<boolean>;
}

/** What is felt comes from the shop's server, which alone knows what is so. */
export function useAtBench({ id, task, initial }: Pick<BenchProps, "id" | "task" | "initial">): AtBench {
  const loud = useRef(false);
  const [picked, setPicked] = useState<readonly string[]>(() => firstPick(task, initial));
  const router = useRouter();
  const onFelt = useCallback(
    (state: VisibleState) => {
      if (state.last?.do === "leaf" && state.last.drag !== null) feelIt(state.last.drag, loud.current);
      if (state.last?.do === "keep" && task === "gaps") setPicked(firstPick(task, state));
      if (state.ended) router.refresh();
    },
    [router, task],
  );
  const hands = useBench(id, initial, onFelt);
  return { hands, picked, setPicked, loud };
}

export const PracticeBench = (props: BenchProps) => <BenchView {...props} at={useAtBench(props)} />;

/** The virtual engine under hands. */
export function BenchView({ at, ...props }: BenchProps & { readonly at: AtBench }) {
  const { id, bench, task, leaves, run } = props;
  const { hands, picked, setPicked, loud } = at;
  const { state, crank, act } = hands;
  const several = task === "may-set";
  const pick = (valve: string): void =>
    setPicked(several ? (picked.includes(valve) ? picked.filter((v) => v !== valve) : [...picked, valve]) : [valve]);
  const inHand = several ? undefined : state.valves.find((v) => v.id === picked[0]);
  const shown = useMemo(
    () => ({
      chosen: new Set(picked),
      targets: new Set(state.valves.filter((v) => v.target).map((v) => v.id)),
      kept: new Set(state.valves.filter((v) => v.kept !== null).map((v) => v.id)),
      notes: new Map(
        state.valves.flatMap((v): [string, string][] =>
          v.out !== null ? [[v.id, "part out"]] : bench.locks && !v.locked ? [[v.id, "loose"]] : [],
        ),
      ),
      toolOn: state.toolOn,
      covered: state.covered,
    }),
    [picked, state, bench.locks],
  );
  return (
    <chakra.div display="flex" flexDirection="column" gap="3">
      {run === undefined ? (
        <Head {...props} hands={hands} />
      ) : (
        <>
          <chakra.h1 fontSize={{ base: "20px", md: "24px" }} fontWeight={700} lineHeight={1.25}>
            {run.told}
          </chakra.h1>
          {run.fit.length > 0 && (
            <chakra.p fontSize="18px">
              To be fitted:{" "}
              {run.fit
                .map(
                  ({ valve, part, mm }) =>
                    `${valve} ${part ?? ""} ${fineLength(mm, unitAt(state.valves, valve, bench.unit))}`,
                )
                .join(" · ")}
            </chakra.p>
          )}
        </>
      )}
      <chakra.div
        display="grid"
        gridTemplateColumns={{
          base: "minmax(0, 1fr)",
          lg: task === "gaps" ? "minmax(0, 56rem)" : "minmax(0, 1.15fr) minmax(0, 1fr)",
        }}
        gridTemplateRows={{ lg: "auto 1fr" }}
        columnGap={{ base: "4", lg: "6" }}
        rowGap="4"
        alignItems="start"
      >
        <chakra.section aria-label="The engine" minWidth="0" display="flex" flexDirection="column" gap="3">
          {task === "gaps" ? (
            <GapBlock valves={state.valves} chosen={picked[0] ?? null} onPick={pick} />
          ) : (
            <>
              <chakra.div
                display="flex"
                gap="3"
                alignItems="center"
                flexWrap={{ base: "wrap", md: "nowrap" }}
                justifyContent="center"
                border="2px solid"
                borderColor="ink"
                borderRadius="plate"
                bg="sheet"
                p="2"
              >
                <BenchDrawing appearance={bench.appearance} crank={crank} onPick={pick} {...shown} />
                <Pulley appearance={bench.appearance} crank={crank} />
              </chakra.div>
              <TurnBar
                appearance={bench.appearance}
                crank={crank}
                fromDeg={state.turnedDeg}
                onTurned={(byDeg) => act({ do: "turn", byDeg })}
              />
            </>
          )}
        </chakra.section>
        <chakra.section
          aria-label="In hand"
          minWidth="0"
          display="flex"
          flexDirection="column"
          gap="3"
          gridColumn={{ lg: task === "gaps" ? "1" : "2" }}
          gridRow={{ lg: task === "gaps" ? "auto" : "1 / span 2" }}
        >
          <Felt hands={hands} />
          {task === "may-set" && (
            <Button
              type="button"
              kind="now"
              disabled={hands.busy}
              onClick={() => {
                act({ do: "may-set", valves: [...picked] });
                setPicked([]);
              }}
            >
              {picked.length === 0 ? "None may be set here" : `${picked.join(", ")} may be set here`}
            </Button>
          )}
          {task === "tdc" && state.cylinder !== null && (
            <Button
              type="button"
              kind="now"
              disabled={hands.busy}
              onClick={() => act({ do: "tdc", cylinder: state.cylinder ?? "" })}
            >
              Cylinder {state.cylinder} fires here
            </Button>
          )}
          {(task === "set" || task === "fault" || task === "gaps") && (
            <InHand {...props} hands={hands} valve={inHand} loudRef={loud} />
          )}
          {task === "fault" && <NameFault valves={state.valves} faults={props.faults} act={act} />}
          {task === "set" && (
            <Done id={id} run={run} open={state.valves.filter((v) => v.target && v.kept === null).length} />
          )}
        </chakra.section>
        {task !== "gaps" && task !== "may-set" && (
          <chakra.section aria-label="Looks and measures" minWidth="0" display="flex" flexDirection="column" gap="3">
            {inHand !== undefined && !state.covered && (
              <ValveLooks bench={bench} state={state} valve={inHand} act={act} />
            )}
            <EngineTools bench={bench} state={state} leaves={leaves} act={act} />
          </chakra.section>
        )}
      </chakra.div>
    </chakra.div>
  );
}

/** A valve is told in its own unit. */
const unitAt = (valves: readonly VisibleValve[], id: string, otherwise: "mm" | "in"): "mm" | "in" =>
  valves.find((v) => v.id === id)?.unit ?? otherwise;

/** What is in hand as one comes to the bench: the first gap; nothing where one chooses. */
const firstPick = (task: PracticeTask, { valves }: VisibleState): string[] => {
  const first = valves.find((v) => v.kept === null);
  return task === "gaps" && first !== undefined ? [first.id] : [];
};

interface WithHands extends BenchProps {
  readonly hands: Hands;
}

function Head({ title, aim, level, engine, hands: { state, act, busy }, task }: WithHands) {
  const { made, of } = state.claims;
  return (
    <chakra.header display="flex" flexDirection="column" gap="1">
      <chakra.div display="flex" flexWrap="wrap" alignItems="baseline" columnGap="4">
        <chakra.span fontFamily="stamp" fontWeight={600} fontSize="17px" bg="brassWash" px="2" borderRadius="plate">
          PRACTICE
        </chakra.span>
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize={{ base: "24px", md: "28px" }}>
          {title}
        </chakra.h1>
        <chakra.span fontSize="16px" color="soft">
          {task === "gaps" ? "" : `${engine} · `}
          {level}
          {of > 0 ? ` · ${Math.min(made + 1, of)} of ${of}` : ""}
        </chakra.span>
      </chakra.div>
      {state.guide !== null ? (
        <chakra.p
          aria-live="polite"
          fontSize={{ base: "20px", md: "22px" }}
          fontWeight={600}
          maxWidth="80ch"
          lineHeight={1.3}
        >
          {state.guide}
        </chakra.p>
      ) : (
        <chakra.div display="flex" flexWrap="wrap" alignItems="center" gap="3">
          <chakra.p fontSize="18px" maxWidth="70ch">
            {aim}
          </chakra.p>
          {level === "prompted" && (
            <Button type="button" disabled={busy} onClick={() => act({ do: "hint" })}>
              A hint (counted)
            </Button>
          )}
        </chakra.div>
      )}
    </chakra.header>
  );
}

/** What the hands felt last; what was wrong with it, where somebody stands beside. */
function Felt({ hands: { state, trouble } }: { readonly hands: Hands }) {
  return (
    <chakra.div role="status" data-steps={state.steps} minHeight="64px" display="flex" flexDirection="column" gap="1">
      {trouble !== null ? (
        <Complaint>{trouble}</Complaint>
      ) : (
        <>
          <Stamp>{state.last?.did ?? "Nothing done yet"}</Stamp>
          <chakra.p fontSize="20px" fontWeight={600}>
            {state.last?.felt ?? (state.guide === null ? "Your hands are on the bench." : "")}
          </chakra.p>
          {state.slips.map((s) => (
            <Complaint key={s.why}>{s.why}</Complaint>
          ))}
        </>
      )}
    </chakra.div>
  );
}

const GapBlock = ({
  valves,
  chosen,
  onPick,
}: {
  readonly valves: readonly VisibleValve[];
  readonly chosen: string | null;
  readonly onPick: (id: string) => void;
}) => (
  <chakra.div role="group" aria-label="Gaps" display="grid" gridTemplateColumns="repeat(5, minmax(0, 1fr))" gap="2">
    {valves.map((v) => (
      <Button
        key={v.id}
        type="button"
        size="big"
        aria-pressed={v.id === chosen}
        justifyContent="center"
        borderWidth={v.id === chosen ? "4px" : "1.5px"}
        borderColor={v.id === chosen ? "now" : "ink"}
        bg={v.kept === null ? "sheet" : "set"}
        color={v.kept === null ? "ink" : "onSet"}
        _hover={{}}
        fontSize="20px"
        onClick={() => onPick(v.id)}
        aria-label={`Gap ${v.id}${v.kept === null ? "" : ", read"}`}
      >
        {v.kept === null ? v.id : `${v.id} ✓`}
      </Button>
    ))}
  </chakra.div>
);

/** The hands say that they are done: what was left open costs. */
function Done({ id, run, open }: Pick<BenchProps, "id" | "run"> & { readonly open: number }) {
  const router = useRouter();
  const [sure, setSure] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  async function end(): Promise<void> {
    if (run !== undefined) return run.end();
    const sent = await send("PUT", `/api/practice/${id}/ended`, { ended: true });
    setTrouble(troubleOf(sent)?.message ?? null);
    if (sent.kind === "done") router.refresh();
  }
  return (
    <chakra.div
      borderTop="1px solid"
      borderColor="line"
      pt="3"
      display="flex"
      flexDirection="column"
      gap="2"
      alignItems="start"
    >
      {sure && (
        <p>{open === 1 ? "One valve is" : `${open} valves are`} not kept yet, and will cost marks. Really done?</p>
      )}
      <Button
        type="button"
        kind={open === 0 ? "now" : "plain"}
        onClick={() => (open > 0 && !sure ? setSure(true) : void end())}
      >
        {sure ? "Yes, I am done" : "I am done: show my marks"}
      </Button>
      {trouble !== null && <Complaint role="alert">{trouble}</Complaint>}
    </chakra.div>
  );
}
