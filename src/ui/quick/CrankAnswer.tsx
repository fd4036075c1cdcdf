"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useMemo, useState } from "react";
import { resolveEngine } from "@/core/engine/resolve";
import { turnWords } from "@/core/stops/crankTurns";
import { engineOfOrder } from "@/core/quick/order";
import { DEFAULT_REQUIRED_MARGIN_DEG } from "@/core/stops/settings";
import { planStops } from "@/core/stops/recommend";
import { stopLetter } from "@/core/stops/sign";
import { fold } from "@/core/units/angle/arc";
import { Locator } from "../locate/Locator";
import { ORDER_DEFAULTS, OrderFields, typedOrder } from "./OrderFields";
import { Awaits, Figure, QuickPage } from "./QuickPage";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

/** Where the crank stands, from what is seen; and how far it is to the next stop of the plan. */
export function CrankAnswer({ given }: Given) {
  const [typed, change] = useTyped(ORDER_DEFAULTS, given);
  const { file, problems } = useMemo(() => engineOfOrder(typedOrder(typed)), [typed]);
  const engine = useMemo(() => (file === null ? null : resolveEngine(file)), [file]);
  const stops = useMemo(() => {
    const answer = engine === null ? null : planStops(engine);
    const plan = answer?.methods.find((m) => m.id === answer.recommended);
    return plan?.stops.map((s, i) => ({ letter: stopLetter(i), crankDeg: s.crankDeg, set: s.set })) ?? [];
  }, [engine]);
  const [foundDeg, setFoundDeg] = useState<number | null>(null);
  /** Another try: nothing that was seen stands. */
  const [round, setRound] = useState(0);
  const good = file !== null && engine !== null && problems.firingOrder === undefined;
  const next =
    foundDeg === null || engine === null
      ? null
      : (stops
          .map((s) => ({ ...s, onDeg: fold(s.crankDeg - foundDeg, engine.cycleDeg) }))
          .sort((a, b) => a.onDeg - b.onDeg)[0] ?? null);
  return (
    <QuickPage
      kind="crank"
      asks={
        <>
          <OrderFields
            typed={typed}
            problems={problems}
            onChange={(c) => {
              setFoundDeg(null);
              change(c);
            }}
          />
          {foundDeg !== null && (
            <Figure
              note={
                next === null
                  ? undefined
                  : `${next.onDeg < 1 ? "Here" : `${turnWords(next.onDeg)} on`} these may be set: ${next.set.map((v) => v.valve).join(" ")}`
              }
            >
              {Math.round(foundDeg)}° past firing TDC of cylinder {file?.firingOrder[0]}
            </Figure>
          )}
        </>
      }
    >
      {good ? (
        <chakra.div key={`${typed.order} ${typed.strokes} ${typed.valves} ${round}`}>
          <Locator
            file={file}
            engine={engine}
            requiredDeg={DEFAULT_REQUIRED_MARGIN_DEG}
            stops={stops}
            closeLabel="Start over"
            onClose={() => {
              setFoundDeg(null);
              setRound(round + 1);
            }}
            onFound={setFoundDeg}
          />
        </chakra.div>
      ) : (
        <Awaits>Type the firing order, then touch what you see at the engine.</Awaits>
      )}
    </QuickPage>
  );
}
