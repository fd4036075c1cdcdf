/** A hand that does what the job's own run asks for, at a virtual engine. */
import { jobFor, passNow, refusalAfter } from "../../job/jobs.testing";
import type { LeafMark } from "../../job/ledger/fields";
import { jobState, nextThing, type Job } from "../../job/run";
import type { Draft, Entry } from "../../job/ledger/entry";
import { REQUIRED_DEG } from "../bench/claims";
import { between } from "../bench/feel";
import type { Session } from "./frame";
import { doing, keepRead, read, setBy, turnTo } from "./player";
import { begin } from "./session";
import type { PracticeSpec } from "../exercise/exercises";
import type { VirtualOptions } from "../engine/virtualEngine";
import type { MethodId } from "../../stops/methods";

export const LEAVES_MM = Array.from({ length: 60 }, (_, i) => (i + 1) / 100);

const mark = (mm: number): LeafMark => ({ mm, text: `${mm.toFixed(2)} mm` });

/** Follows a job's run on lash with a screw to its end. */
export function followRun(
  spec: PracticeSpec,
  more: VirtualOptions,
  method: MethodId,
): { readonly session: Session; readonly job: Job } {
  let session = begin(spec, more);
  const job = jobFor(spec.file, method === "two-stop" ? "two-stop" : "firing-order", {
    valves: session.v.valves.map(({ id, cylinder, role, spec: lash }) => ({ id, cylinder, role, spec: lash })),
    requiredMarginDeg: REQUIRED_DEG,
  });
  const ledger: Entry[] = [];
  let made = 0;
  const enter = (draft: Draft): void => {
    const entry = { supersedes: null, ...draft, id: `e${++made}` } as Entry;
    const no = refusalAfter(job, ledger, entry);
    if (no !== null) throw new Error(no);
    ledger.push(entry);
  };
  for (let i = 0; i < 600; i++) {
    const state = jobState(job, ledger);
    const next = nextThing(job, state);
    const stop = state.stop?.letter ?? "";
    switch (next.kind) {
      case "closed":
        return { session, job };
      case "turn":
        session = turnTo(session, next.to.crankDeg);
        enter({ kind: "arrived", stop: next.to.letter });
        break;
      case "confirm":
        session = turnTo(session, next.at.crankDeg);
        enter({ kind: "arrived", stop: next.at.letter });
        break;
      case "turn-over":
        session = turnTo(doing(session, { do: "turn", byDeg: session.v.engine.cycleDeg }), next.to.crankDeg);
        enter({ kind: "turned-over", rereads: null });
        enter({ kind: "arrived", stop: next.to.letter });
        break;
      case "read": {
        const { valve, status, verdict, last } = next.valve;
        if (status === "read" && verdict === "in" && last !== null) {
          enter({ kind: "left", valve: valve.id, reading: last.id, reason: null });
          break;
        }
        session = read(session, valve.id);
        const now = session.state.valves[valve.id];
        const { lowMm, highMm } = now === undefined ? { lowMm: 0, highMm: 1 } : between(now.tries);
        session = keepRead(session, valve.id);
        enter({
          kind: "reading",
          valve: valve.id,
          stop,
          pass: passNow(job, ledger, valve.id),
          goes: mark(lowMm),
          noGo: mark(highMm === Infinity ? 1 : highMm),
          school: "go-no-go",
          value: null,
          instrument: null,
          reason: null,
        });
        break;
      }
      case "set": {
        session = setBy(session, next.valve.valve.id, next.valve.valve.spec.nominalMm);
        enter({
          kind: "set",
          valve: next.valve.valve.id,
          stop,
          turns: 0.1,
          aimMm: next.valve.valve.spec.nominalMm,
          locked: true,
        });
        break;
      }
      case "lock":
        enter({ kind: "locked", valve: next.valve.valve.id, stop });
        break;
      case "tighten":
        enter({ kind: "tightened", part: next.part.name });
        break;
      case "answer":
        enter({ kind: "answered", question: next.question.id, reason: "looked at" });
        break;
      case "check":
        enter({ kind: "checked", item: next.item, reason: null });
        break;
      case "close":
        enter({ kind: "closed" });
        break;
      case "task":
      case "wait":
      case "bridge":
        throw new Error(`no ${next.kind} in a lash job`);
    }
  }
  throw new Error("the run did not come to its end");
}
