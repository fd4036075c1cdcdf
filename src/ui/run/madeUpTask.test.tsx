/**
 * The layout, tried: a kind of work that nobody does (a cap is pressed on at each valve, and a click is heard), made of
 * one rules object and one room with its panel here, is played on the run's own screen from an open job to a closed one.
 */
import { QueryClientProvider } from "@tanstack/react-query";
import { ChakraProvider } from "@chakra-ui/react";
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { MILD_CAM, engineFile } from "@/core/engine/testEngines";
import type { Person } from "@/core/shop/person";
import { jobOn, keptAfter } from "@/core/job/jobs.testing";
import type { Entry, KeptEntry, LedgerValveEntry } from "@/core/job/ledger/entry";
import type { TaskThing } from "@/core/job/next/next";
import type { RunPageData } from "@/core/job/pages/run";
import type { Job } from "@/core/job/run";
import { refuse } from "@/core/job/refuse/refuse";
import { foldLedger } from "@/core/job/state/fold";
import type { TaskRules } from "@/core/job/tasks/rules";
import { LASH_RULES } from "@/core/job/tasks/lash";
import { newQueryClient } from "../query";
import { system } from "../theme/system";
import type { TaskRoom } from "./model";
import { contextOn, setOf } from "./run.testing";
import { RunView } from "./RunView";
import { REST_STORE } from "./session/useRest";
import { instruction } from "./words/shape";

interface CapTask {
  readonly kind: "cap";
  readonly plan: { readonly force: string };
}
interface Cap {
  /** The entry by which it was pressed on; null until it is. */
  readonly pressed: LedgerValveEntry | null;
}
type CapStep = "press" | "listen";

const CAPS: TaskRules<CapTask, Cap, CapStep> = {
  ...LASH_RULES,
  judgedIn: "any-state",
  rereads: false,
  judgesReadings: false,
  questions: null,
  ownAt: (_task, _valve, work) => ({ pressed: work.findLast((e) => e.kind === "set") ?? null }),
  atValve: (_job, valve, at) => ({
    kind: "task",
    step: valve.own.pressed === null ? "press" : "listen",
    valve,
    at,
    to: null,
  }),
  takes: ["set"],
  refusals: {
    set: (_job, state, e) => (state.valves.get(e.valve)?.own.pressed === null ? null : "A cap is on it already."),
    left: (_job, state, e) =>
      state.valves.get(e.valve)?.own.pressed?.id === e.reading ? null : "Press its cap on before it is left.",
  },
  checks: ["cleared"],
};

const CAP_ROOM: TaskRoom<CapTask, Cap, CapStep> = {
  doneWord: "done",
  gapWord: "cap",
  stepWords: ({ job }, { state }, { step, valve }: TaskThing<Cap, CapStep>) => {
    const id = valve?.valve.id ?? "";
    const eyebrow = `Cap of ${id}`;
    return step === "press"
      ? instruction({
          eyebrow,
          title: `Press the cap of ${id} on ${job.task.plan.force}.`,
          button: {
            label: "Pressed",
            action: {
              kind: "enter",
              stay: true,
              drafts: [
                { kind: "set", valve: id, stop: state.stop?.letter ?? "", turns: null, aimMm: null, locked: true },
              ],
            },
          },
        })
      : instruction({
          eyebrow,
          title: "Did it click?",
          button: { label: "It clicked", action: { kind: "leave" } },
        });
  },
  panel: ({ valve }) => <p>{valve === null ? "No cap in hand" : `A cap for ${valve.valve.id}`}</p>,
};

const FILE = engineFile(["1"], { cam: MILD_CAM });
const JOB = jobOn<CapTask>(FILE, { kind: "cap", plan: { force: "by hand" } }, "firing-order");
const RULES = CAPS as TaskRules;
const ADA: Person = { id: "ada", name: "Ada", role: "mechanic", school: "go-no-go" };
const WORK = { rules: RULES, room: CAP_ROOM as TaskRoom };

/** The shop: keeps what the kernel does not refuse. */
let kept: KeptEntry[] = [];
function shop(url: string, body: { entries?: Entry[]; after: number }): unknown {
  for (const e of body.entries ?? []) {
    const by = { personId: "ada", nowMs: Infinity };
    expect(refuse(RULES, JOB, foldLedger(RULES, JOB, kept), e, by)).toBeNull();
    kept = [...kept, keptAfter(kept, e)];
  }
  return { entries: kept.filter((e) => e.seq > body.after), refused: [], others: [], nowMs: 0 };
}
beforeEach(() => {
  kept = [];
  window.localStorage.setItem(REST_STORE, "0");
  vi.stubGlobal("fetch", async (url: string, init?: { body?: string }) =>
    Response.json(init?.body === undefined ? {} : shop(url, JSON.parse(init.body))),
  );
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe = () => undefined;
      disconnect = () => undefined;
    },
  );
  vi.stubGlobal("matchMedia", () => ({ matches: false, addEventListener: () => 0, removeEventListener: () => 0 }));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** What the large button of each next thing says. */
const LARGE = /mark, checked|^(Pressed|It clicked|Turned over|Cleared|Close)/i;

describe("a made-up kind of work", () => {
  it("is played from an open job to a closed one", async () => {
    const {
      engine: _engine,
      hand: _hand,
      locking: _locking,
      rules: _rules,
      room: _room,
      ...rest
    } = contextOn(FILE, JOB as unknown as Job, setOf([0.2]), { work: WORK });
    const given = { ...rest, entries: [], refused: [], returning: false } as unknown as RunPageData;
    render(
      <ChakraProvider value={system}>
        <QueryClientProvider client={newQueryClient()}>
          <RunView
            given={given}
            work={WORK}
            device={{ people: [], demo: true, quietMinutes: null, sponsors: [] }}
            person={ADA}
          />
        </QueryClientProvider>
      </ChakraProvider>,
    );
    const told: string[] = [];
    for (let step = 0; step < 30 && kept.at(-1)?.kind !== "closed"; step++) {
      const button = await screen.findByRole("button", { name: LARGE });
      told.push(button.textContent ?? "");
      if (told.at(-1)?.startsWith("Pressed") === true) expect(screen.getByText(/^A cap for 1[IE]$/)).toBeTruthy();
      await act(async () => void fireEvent.click(button));
    }
    expect(kept.at(-1)?.kind).toBe("closed");
    expect(told.filter((t) => t.startsWith("Pressed"))).toHaveLength(2);
    expect(kept.filter((e) => e.kind === "set").map((e) => e.valve)).toEqual(["1I", "1E"]);
  });
});
