/**
 * The run's own screen for tests, without a browser or a server: a job on an engine, the device's own database, and a
 * shop in memory that judges entries as the server does.
 */
import "fake-indexeddb/auto";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, fireEvent, render } from "@testing-library/react";
import { vi } from "vitest";
import type { EngineFile } from "@/core/engine/engineFile";
import { blockOf } from "@/core/engine/height";
import { jobOn, keptAfter } from "@/core/job/jobs.testing";
import { bridgedValves } from "@/core/job/setup/setup";
import { unitOf } from "@/core/job/words/specs";
import type { JobOf } from "@/core/job/job";
import type { Entry, KeptEntry } from "@/core/job/ledger/entry";
import type { RunPageData } from "@/core/job/pages/run";
import { refuse } from "@/core/job/refuse/refuse";
import { specFor } from "@/core/job/prepare";
import { type Asked, type Gaps, askedBy } from "@/core/mechanic/gaps";
import { foldLedger } from "@/core/job/state/fold";
import type { Task } from "@/core/job/tasks";
import { SETUPS } from "@/core/job/tasks/setups";
import type { FeelerSet } from "@/core/shop/feelerSet";
import type { Person } from "@/core/shop/person";
import { UnitProvider } from "../controls/unit";
import { newQueryClient } from "../query";
import { went } from "../testing/navigation.testing";
import { system } from "../theme/system";
import type { Other, RunWork } from "./model";
import { contextOn, setOf } from "./run.testing";
import { RunView } from "./RunView";
import { REST_STORE } from "./session/useRest";

export const ADA: Person = { id: "ada", name: "Ada", role: "mechanic", school: "go-no-go" };
export const BO: Person = { id: "bo", name: "Bo", role: "mechanic", school: "go-no-go" };

/** Twenty leaves, 0.05 to 1.00 mm. */
export const TWENTY: FeelerSet = setOf(Array.from({ length: 20 }, (_, i) => (i + 1) / 20));

interface Begun {
  readonly task?: Task;
  readonly method?: "two-stop" | "firing-order";
  readonly set?: FeelerSet;
  readonly person?: Person;
  readonly job?: Partial<JobOf<Task>>;
  readonly given?: Partial<RunPageData>;
  readonly work?: RunWork;
  /** How long buttons and keys rest after a change; none where a test has nothing to say about that. */
  readonly restMs?: number;
}

const settle = () => act(async () => void (await new Promise((done) => setTimeout(done, 0))));

/** A job as it is worked on in one shop by any number of screens. */
export class MemoryJob {
  entries: KeptEntry[] = [];
  /** Nothing is answered while it is away. */
  away = false;
  others: readonly Other[] = [];
  /** What others do is not heard for a while. */
  unheard = false;
  /** How far the shop's time is ahead of this machine's, in ms. */
  aheadMs = 0;
  readonly job: JobOf<Task>;
  readonly id = crypto.randomUUID();
  private readonly context;

  constructor(
    readonly file: EngineFile,
    private readonly begun: Begun = {},
  ) {
    const task = begun.task ?? { kind: "screw", plan: null };
    const valves = file.valves.flatMap((v) => {
      const spec = specFor(file, task, v, file.lash?.state ?? "cold", null);
      const block = blockOf(file.lash?.[v.role]);
      return spec === null
        ? []
        : [{ ...v, spec: { ...spec, assumedBand: false }, ...(block === null ? {} : { block }) }];
    });
    this.job = jobOn<Task>(file, task, begun.method ?? "firing-order", {
      valves,
      bridged: bridgedValves(file),
      survey: SETUPS[task.kind].readsAllFirst,
      ...begun.job,
    });
    this.context = contextOn(file, this.job, begun.set ?? TWENTY, {
      id: this.id,
      ...(begun.work === undefined ? {} : { work: begun.work }),
      ...begun.given,
    });
  }

  private readonly clock = Date.now;
  private nowMs = (): number => this.clock() + this.aheadMs;

  /** What the ledger says of entries that belong together; those that it takes are kept. */
  offer(entries: readonly Entry[], by: Person = ADA): string | null {
    const taken: KeptEntry[] = [];
    for (const e of entries) {
      const before = [...this.entries, ...taken];
      if (before.some((k) => k.id === e.id)) continue;
      const why = refuse(this.context.rules, this.job, foldLedger(this.context.rules, this.job, before), e, {
        personId: by.id,
        nowMs: this.nowMs(),
      });
      if (why !== null) return why;
      taken.push({
        ...keptAfter(before, e, new Date(this.nowMs()).toISOString()),
        personId: by.id,
        personName: by.name,
      });
    }
    this.entries = [...this.entries, ...taken];
    return null;
  }

  answer(by: Person, url: string, body: { readonly entries?: readonly Entry[]; readonly after?: number }): Response {
    if (url.endsWith("/entries")) {
      const why = this.offer(body.entries ?? [], by);
      if (why !== null) return Response.json({ error: { message: why, path: "" } }, { status: 409 });
    } else if (!url.endsWith("/live")) return Response.json({});
    const heard = !this.unheard || url.endsWith("/entries");
    const entries = heard ? this.entries.filter((e) => e.seq > (body.after ?? 0)) : [];
    return Response.json({ entries, refused: [], others: this.others, nowMs: this.nowMs() });
  }

  /** Opens the run on a device; the one that was open is left. */
  async open(person: Person = this.begun.person ?? ADA, returning = false): Promise<RunScreen> {
    cleanup();
    went.to = null;
    window.localStorage.setItem(REST_STORE, String(this.begun.restMs ?? 0));
    vi.stubGlobal("fetch", async (url: string, init?: { body?: string }) => {
      // What a run of before still sends goes nowhere.
      if (this.away || !url.includes(this.id)) throw new TypeError("no network");
      return this.answer(person, url, init?.body === undefined ? {} : JSON.parse(init.body));
    });
    vi.stubGlobal("PointerEvent", MouseEvent);
    vi.stubGlobal("BroadcastChannel", undefined);
    vi.stubGlobal(
      "ResizeObserver",
      class {
        observe = () => undefined;
        disconnect = () => undefined;
      },
    );
    vi.stubGlobal("matchMedia", () => ({ matches: false, addEventListener: () => 0, removeEventListener: () => 0 }));
    Element.prototype.scrollIntoView = () => undefined;
    const { engine: _engine, hand: _hand, locking: _locking, rules, room, ...rest } = this.context;
    const given = {
      ...rest,
      nowMs: this.nowMs(),
      entries: this.entries,
      refused: [],
      returning,
    } as unknown as RunPageData;
    const device = { people: [], demo: true, quietMinutes: null, sponsors: [] };
    render(
      <ChakraProvider value={system}>
        <QueryClientProvider client={newQueryClient()}>
          <UnitProvider unit={unitOf(this.file)}>
            <RunView given={given} work={{ rules, room }} device={device} person={person} />
          </UnitProvider>
        </QueryClientProvider>
      </ChakraProvider>,
    );
    const screen = new RunScreen(this);
    await screen.until(() => document.querySelector("[inert]") === null);
    return screen;
  }
}

/** As long as a person waits for something that must come, in ms. */
const PATIENCE_MS = 10_000;

const textOf = (e: Element | null | undefined): string => (e?.textContent ?? "").replace(/\s+/g, " ").trim();

/** What a person at the run sees and does. */
export class RunScreen {
  constructor(readonly shop: MemoryJob) {}

  /** Waits until it is so, as long as a person would. */
  async until(so: () => boolean): Promise<void> {
    for (const since = Date.now(); !so() && Date.now() - since < PATIENCE_MS;) await settle();
    if (!so())
      throw new Error(`it did not come; the run tells: ${this.title} / ${textOf(document.body).slice(0, 600)}`);
  }

  get title(): string {
    return textOf(document.querySelector("[aria-label=Next] h2"));
  }
  get next(): string {
    return textOf(document.querySelector("[aria-label=Next]"));
  }
  /** Everything that is told on it. */
  get says(): string {
    return textOf(document.body);
  }
  get status(): string {
    return textOf([...document.querySelectorAll("[role=status]")].find((e) => /saved/.test(textOf(e))));
  }
  get main(): HTMLButtonElement | null {
    return document.querySelector("[data-main]");
  }
  /** The valve in hand. */
  get inHand(): string {
    return document.querySelector("[data-in-hand]")?.getAttribute("data-in-hand") ?? "";
  }
  look = (valve: string): string =>
    document.querySelector(`[data-valve="${valve}"]`)?.getAttribute("data-look") ?? "";
  leaf = (text: string): HTMLElement => {
    const found = document.querySelector<HTMLElement>(`[data-blade][aria-label^="${text}"]`);
    if (found === null) throw new Error(`no leaf ${text}`);
    return found;
  };
  tapped = (text: string): string => this.leaf(text).dataset["tap"] ?? "";

  button(name: RegExp | string): HTMLButtonElement {
    const named = (e: Element): string => e.getAttribute("aria-label") ?? textOf(e);
    const all = [...document.querySelectorAll<HTMLButtonElement>("button, summary, a")];
    const found =
      typeof name === "string"
        ? (all.find((e) => named(e) === name) ?? all.find((e) => named(e).startsWith(name)))
        : all.find((e) => name.test(named(e)));
    if (found === undefined)
      throw new Error(`no button ${name}: ${[...document.querySelectorAll("button")].map(named).join(" | ")}`);
    return found;
  }

  async click(what: Element | null): Promise<void> {
    if (what === null) throw new Error("nothing to tap");
    await act(async () => void fireEvent.click(what));
    await settle();
  }
  press = async (name: RegExp | string): Promise<void> => this.click(this.button(name));
  pressMain = (): Promise<void> => this.click(this.main);
  valve = (id: string): Promise<void> => this.click(document.querySelector(`[data-valve="${id}"]`));
  async key(key: string): Promise<void> {
    await act(async () => void fireEvent.keyDown(document.activeElement ?? document.body, { key }));
    await settle();
  }
  async type(label: string, text: string): Promise<void> {
    const found = [...document.querySelectorAll("label")].find((l) => textOf(l).startsWith(label));
    const named = document.querySelector<HTMLInputElement>(`[aria-label="${label}"]`);
    const field =
      found?.querySelector<HTMLInputElement>("input, select, textarea") ??
      document.getElementById(found?.htmlFor ?? "") ??
      named;
    if (field === null || field === undefined) throw new Error(`no field ${label}`);
    await act(async () => void fireEvent.change(field, { target: { value: text } }));
    await settle();
  }
  /** One leaf goes, another does not. */
  async read(goes: string, noGo: string): Promise<void> {
    await this.click(this.leaf(goes));
    await this.click(this.leaf(noGo));
    await this.click(this.leaf(noGo));
  }
  /**
   * Does what is told, by the two keys of a pedal, until a sentence comes: the hands know the gaps, and act on what the
   * button offers, or on its other offer to read before locking. Gives what was told, in order.
   */
  async work(
    gaps: Gaps,
    until = /^This job is closed/,
    { beforeLocking = false }: { readonly beforeLocking?: boolean } = {},
  ): Promise<string[]> {
    const told: string[] = [];
    for (let step = 0; step < 260 && !until.test(this.title); step++) {
      told.push(this.title);
      const action = JSON.parse(this.main?.dataset["main"] ?? "null") as { kind: string } | null;
      const mmOf = (key: string): number | null =>
        Number(document.querySelector<HTMLElement>(`[data-blade="${key}"]`)?.dataset["mm"] ?? NaN) || null;
      const loose = [...document.querySelectorAll("[data-choice]")].find((c) =>
        /read before locking/.test(textOf(c)),
      );
      if (beforeLocking && loose !== undefined && action?.kind === "set") {
        gaps.does({ ...askedBy(action, mmOf), locked: false } as Asked, this.inHand);
        await this.click(loose);
        continue;
      }
      const yes = gaps.does(askedBy(action, mmOf), this.inHand);
      await this.key(yes ? "Enter" : "n");
    }
    if (!until.test(this.title)) throw new Error(`not at ${until} after: ${told.slice(-12).join(" / ")}`);
    return told;
  }
  allSaved = (): Promise<void> => this.until(() => this.status === "All saved");
}
