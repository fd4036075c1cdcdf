"use client";

import { useEffect, useRef, useState } from "react";
import type { OffersQuestion, ShimAnswer, ShimQuestion, WeekQuestion } from "@/core/job/tasks/shims/workerMessages";

type Asked = Omit<OffersQuestion, "id"> | Omit<WeekQuestion, "id">;
type Answered = Exclude<ShimAnswer, { kind: "progress" }>;

export interface ShimWork {
  /** The last answer that came; it may be to an older question while the new one is worked on. */
  readonly answer: Answered | null;
  /** How far it is, from 0 to 1; null when the answer is to what is asked now. */
  readonly share: number | null;
}

interface Held extends ShimWork {
  /** The question that was answered. */
  readonly to: string;
}

/** Asks the worker whenever the question changes; a question that came too late is dropped, with its worker. */
export function useShimWorker(question: Asked | null): ShimWork {
  const [work, setWork] = useState<Held>({ answer: null, share: null, to: "" });
  const busy = useRef<{ worker: Worker; asked: number; done: boolean } | null>(null);
  const text = JSON.stringify(question);
  useEffect(() => {
    if (text === "null") return;
    const asked = JSON.parse(text) as Asked;
    if (busy.current?.done === false) {
      busy.current.worker.terminate();
      busy.current = null;
    }
    const at = busy.current ?? {
      worker: new Worker(new URL("../../workers/shims.worker.ts", import.meta.url), { type: "module" }),
      asked: 0,
      done: true,
    };
    busy.current = at;
    at.asked += 1;
    at.done = false;
    const id = at.asked;
    at.worker.onmessage = ({ data }: MessageEvent<ShimAnswer>) => {
      if (data.id !== id) return;
      if (data.kind === "progress") return setWork((w) => ({ ...w, share: data.share }));
      at.done = true;
      setWork({ answer: data, share: null, to: text });
    };
    at.worker.postMessage({ ...asked, id } as ShimQuestion);
  }, [text]);
  useEffect(
    () => () => {
      busy.current?.worker.terminate();
      busy.current = null;
    },
    [],
  );
  if (text === "null") return { answer: null, share: null };
  return { answer: work.answer, share: work.to === text ? null : (work.share ?? 0) };
}
