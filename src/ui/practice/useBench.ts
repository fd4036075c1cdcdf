"use client";

import { useCallback, useRef, useState } from "react";
import type { PracticeAction } from "@/core/practice/bench/action";
import type { VisibleState } from "@/core/practice/session/visible";
import { type CrankStore, useCrankStore } from "../crank/crankStore";
import { send, troubleOf } from "../send";

export interface Hands {
  readonly state: VisibleState;
  /** Turned since the start, as the eye sees it while the bar is moved. */
  readonly crank: CrankStore;
  readonly act: (action: PracticeAction) => void;
  /** Once the shop has answered all that was done until now. */
  readonly answered: () => Promise<void>;
  /** Why the last thing could not be done. */
  readonly trouble: string | null;
  readonly busy: boolean;
}

/** What hands do goes to the shop's server one after another, which alone knows what is so. */
export function useBench(id: string, initial: VisibleState, onFelt: (state: VisibleState) => void): Hands {
  const [state, setState] = useState(initial);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [waiting, setWaiting] = useState(0);
  const crank = useCrankStore(initial.turnedDeg);
  const queue = useRef(Promise.resolve());
  const seen = useRef(initial);
  const act = useCallback(
    (action: PracticeAction) => {
      setWaiting((n) => n + 1);
      queue.current = queue.current.then(async () => {
        const command = { id: crypto.randomUUID(), after: seen.current.steps, action };
        let sent = await send<VisibleState>("POST", `/api/practice/${id}/steps`, command);
        // No answer: the same again counts once.
        if (sent.kind === "unreached") sent = await send<VisibleState>("POST", `/api/practice/${id}/steps`, command);
        setWaiting((n) => n - 1);
        setTrouble(troubleOf(sent)?.message ?? null);
        if (sent.kind !== "done") {
          crank.set(seen.current.turnedDeg);
          return;
        }
        seen.current = sent.data;
        crank.set(sent.data.turnedDeg);
        setState(sent.data);
        onFelt(sent.data);
      });
    },
    [id, crank, onFelt],
  );
  const answered = useCallback(() => queue.current, []);
  return { state, crank, act, answered, trouble, busy: waiting > 0 };
}
