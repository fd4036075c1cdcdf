/**
 * Whole random jobs of every kind, played by following the next thing with slips in between, and all that was told on
 * the way.
 */
import type { EngineFile } from "../../src/core/engine/engineFile";
import { entryWords } from "../../src/core/job/sheet/entryWords";
import type { Job } from "../../src/core/job/run";
import { unitOf } from "../../src/core/job/words/specs";
import { MM_PER_INCH } from "../../src/core/units/length";
import type { CatalogueItem } from "../../src/core/parts/order";
import { type Answered } from "./calculations";
import { GEAR_KINDS, randomEngine } from "./engines";
import { type Random, random } from "@/core/units/random";
import { type Entry, type Kept, type Subject, openSubject, shimPicks } from "./subject";

const ADA = "00000000-0000-4000-8000-00000000000a";
/** As many refused entries stand on a sheet. */
const MOST_REFUSED = 8;
const LATE_MS = 40 * 60_000;
const T0 = Date.parse("2026-11-25T10:00:00Z");

/** What lies under the leaves, known to this hand only. */
interface Truth {
  lashMm: number;
  fittedMm: number;
  openerMm: number;
  closerMm: number;
  rightMm: number;
}

/** What was told in one job. */
export type PlayedJob =
  | { readonly notOpened: string }
  | {
      readonly task: string;
      readonly told: readonly unknown[];
      readonly notTaken: readonly string[];
      readonly ledger: readonly string[];
      readonly sheet: unknown;
      readonly learned: unknown;
      /** What stands in its ledger, and by what it was judged. */
      readonly live: readonly Kept[];
      readonly job: Job;
      readonly file: EngineFile;
    };

class Player {
  readonly entries: Kept[] = [];
  readonly told: unknown[] = [];
  /** What buttons offered, and the ledger would not take. */
  readonly notTaken: string[] = [];
  readonly refused: { readonly entry: Entry; readonly why: string }[] = [];
  private readonly truth = new Map<string, Truth>();
  private made = 0;
  private nowMs = T0;
  private chosen: string | null = null;
  private readonly shiftMm: number;

  constructor(
    private readonly r: Random,
    private readonly file: EngineFile,
    private readonly job: Subject,
  ) {
    this.shiftMm = r.between(-0.03, 0.02);
    for (const v of job.valves) {
      const opener = r.between(2.5, 3);
      const closer = r.between(6, 7);
      const spread = job.task === "dry-gap" ? r.between(-1.2, 1.2) : r.chance(0.5) ? 0 : r.between(-0.12, 0.15);
      this.truth.set(v.id, {
        lashMm: Math.max(0, v.nominalMm + spread + 0.004),
        fittedMm: r.between(2.3, 2.9),
        openerMm: opener,
        closerMm: closer,
        rightMm: Number((closer + r.between(0, 0.2)).toFixed(2)),
      });
    }
  }

  private fresh(): { id: string; supersedes: null } {
    this.made += 1;
    return { id: `00000000-0000-4000-9000-${String(this.made).padStart(12, "0")}`, supersedes: null };
  }

  private of(valve: string): Truth {
    const truth = this.truth.get(valve);
    if (truth === undefined) throw new RangeError(`no valve ${valve}`);
    return truth;
  }

  private kept(entry: Entry, seq: number): Kept {
    return {
      ...entry,
      seq,
      personId: ADA,
      personName: "somebody",
      // Now and then a device was out of reach when it was made.
      at: new Date(this.nowMs + (this.made % 7 === 0 ? LATE_MS : 0)).toISOString(),
      madeAt: new Date(this.nowMs).toISOString(),
    } as Kept;
  }

  /** Adds what the ledger takes; a refusal is told, and nothing more of it is added. */
  private add(entries: readonly Entry[]): boolean {
    for (const entry of entries) {
      const why = this.job.refusal(this.entries, entry, ADA, this.nowMs);
      if (why !== null) {
        this.told.push({ refused: entry.kind, why });
        return false;
      }
      this.entries.push(this.kept(entry, this.entries.length + 1));
    }
    this.nowMs += 20_000;
    return true;
  }

  /** Plays until it is closed, or so many steps were made. */
  play(most: number): void {
    for (let step = 0; step < most; step++) {
      const asked = {
        chosen: this.chosen,
        returning: this.r.chance(0.02),
        nowMs: this.nowMs,
        taken: new Set<string>(this.r.chance(0.1) ? [this.r.pick(this.job.valves).id] : []),
      };
      const view = this.job.look(this.entries, asked, this.r);
      this.told.push(view.said);
      this.tryOffers(view.offers);
      this.chosen = null;
      if (view.next.kind === "closed") break;
      if (this.r.chance(0.25)) this.wild();
      if (this.r.chance(0.06)) this.slip();
      else this.answer(view.next);
    }
    this.told.push({
      signed: this.job.refusal(this.entries, { ...this.fresh(), kind: "signed" } as Entry, ADA, this.nowMs),
    });
  }

  /** What a button offers is taken as it stands: nothing that was told and done is told again for want of an answer. */
  private tryOffers(offers: readonly (readonly Entry[])[]): void {
    for (const offer of offers) {
      let sofar = this.entries;
      for (const entry of offer) {
        const why = this.job.refusal(sofar, entry, ADA, this.nowMs);
        if (why !== null) this.notTaken.push(`${offer.map((e) => e.kind).join(", ")}: ${why}`);
        sofar = [...sofar, this.kept(entry, sofar.length + 1)];
      }
    }
  }

  /** Something that somebody might try at this moment: told whether it would be taken, and not added. */
  private wild(): void {
    const { r } = this;
    const valve = r.pick(this.job.valves).id;
    const stop = r.pick(["A", "B", "C", "D"]);
    const base = this.fresh();
    const mark = (mm: number) => ({ mm, text: `${mm.toFixed(2)} mm` });
    const low = r.between(0, 0.5);
    const entry = r.pick<() => object>([
      () => ({ kind: "arrived", stop }),
      () => ({
        kind: "reading",
        valve,
        stop,
        pass: r.pick(["as-found", "set", "as-left", "re-check"]),
        goes: mark(low),
        noGo: mark(low + r.between(-0.01, 0.05)),
        school: r.pick(["go-no-go", "wire"]),
        value: null,
        instrument: null,
        reason: r.chance(0.3) ? "eyed" : null,
      }),
      () => ({ kind: "set", valve, stop, turns: r.between(-1, 2), aimMm: r.between(0, 0.6), locked: r.chance(0.5) }),
      () => ({
        kind: "zeroed",
        valve,
        stop,
        school: "up-down",
        foundTurns: null,
        apartTurns: r.chance(0.3) ? 0.125 : null,
        reason: r.chance(0.3) ? "eyed" : null,
      }),
      () => ({ kind: "locked", valve, stop }),
      () => ({
        kind: "left",
        valve,
        reading: this.entries.findLast((e) => "valve" in e && e.valve === valve)?.id ?? base.id,
        reason: r.chance(0.3) ? "left so" : null,
      }),
      () => ({
        kind: "fitted",
        valve,
        stop,
        fromMm: 2.5,
        lengthMm: 2.6,
        partFrom: null,
        part: r.pick([null, "opener", "closer"]),
        collets: null,
        instrument: null,
      }),
      () => ({ kind: "loaded-gap", valve, stop, goes: mark(low), noGo: mark(low + 0.02) }),
      () => ({ kind: "closer-felt", valve, stop, felt: r.pick(["drag", "hint", "free", "movement"]) }),
      () => ({ kind: "plugged", count: 4, gear: "belts off" }),
      () => ({ kind: "bridged", valve, stop, turned: r.chance(0.5) }),
      () => ({ kind: "ordered", list: "parts" }),
      () => ({ kind: "bled-down", reason: "soft" }),
      () => ({ kind: "turned-over", rereads: null }),
      () => ({ kind: "tightened", part: "girdle" }),
      () => ({ kind: "answered", question: "alike", reason: "looked at" }),
      () => ({
        kind: "checked",
        item: r.pick(["recheck", "plugs", "locks", "cleared", "drive", "started"]),
        reason: r.chance(0.4) ? "not here" : null,
      }),
      () => ({ kind: "reopened", valve, reason: "again" }),
      () => ({ kind: "closed" }),
      () => ({ kind: "signed" }),
      () => ({ kind: "withdrawn", supersedes: this.entries.length === 0 ? base.id : r.pick(this.entries).id }),
    ])();
    const tried = { ...base, ...entry } as Entry;
    const why = this.job.refusal(this.entries, tried, r.chance(0.5) ? ADA : null, this.nowMs);
    this.told.push({ wild: tried.kind, why });
    if (why !== null) this.refused.push({ entry: tried, why });
  }

  /** What people do beside the next thing. */
  private slip(): void {
    const { r } = this;
    const last = this.job.live(this.entries).at(-1);
    const valve = r.pick(this.job.valves).id;
    r.pick<() => void>([
      () =>
        void (
          last !== undefined && this.add([{ id: this.fresh().id, kind: "withdrawn", supersedes: last.id } as Entry])
        ),
      () => void this.add([{ ...this.fresh(), kind: "paused", reason: "Called away" } as Entry]),
      () => void this.add([{ ...this.fresh(), kind: "reopened", valve, reason: "it ticks" } as Entry]),
      () => void this.add([{ ...this.fresh(), kind: "temperature", celsius: r.int(20, 90) } as Entry]),
      () => void (this.chosen = valve),
      () => void this.add([{ ...this.fresh(), kind: "turned-over", rereads: null } as Entry]),
    ])();
  }

  /** A length as it stands on the leaves of whoever works to a spec in that unit. */
  private readonly lengthWords = (mm: number): string =>
    unitOf(this.file) === "in" ? `${(mm / MM_PER_INCH).toFixed(4)} in` : `${mm.toFixed(2)} mm`;

  private reading(valve: string, pass: string, school: string, lashMm: number, reason: string | null): Entry {
    const step = this.job.task === "opener-closer" ? 0.01 : this.r.pick([0.01, 0.02, 0.05]);
    const goes = Math.max(0, Math.floor(lashMm / step + 1e-6) * step);
    const mark = (mm: number) => ({ mm: Number(mm.toFixed(3)), text: mm === 0 ? "no leaf" : this.lengthWords(mm) });
    return {
      ...this.fresh(),
      kind: "reading",
      valve,
      stop: this.job.stop(this.entries),
      pass,
      goes: mark(goes),
      noGo: mark(goes + step),
      school,
      value: null,
      instrument: school === "wire" ? "wires" : null,
      reason,
    } as Entry;
  }

  /** What a mechanic enters when a next thing is asked of them. */
  private answer(next: Subject["Next"]): void {
    const stop = this.job.stop(this.entries);
    const at = (more: object): Entry => ({ ...this.fresh(), valve: next.valve, stop, ...more }) as unknown as Entry;
    const plain = (more: object): Entry => ({ ...this.fresh(), ...more }) as unknown as Entry;
    const valve = next.valve ?? "";
    switch (next.kind) {
      case "confirm":
      case "turn":
        return void this.add([plain({ kind: "arrived", stop: next.to })]);
      case "wait":
        if (this.r.chance(0.2)) return void this.add([plain({ kind: "bled-down", reason: "soft by hand" })]);
        this.nowMs += next.remainingMs ?? 0;
        return;
      case "turn-over":
        if (this.r.chance(0.1))
          return void this.add([plain({ kind: "checked", item: "recheck", reason: "no time" })]);
        return void this.add([
          plain({ kind: "turned-over", rereads: null }),
          plain({ kind: "arrived", stop: next.to }),
        ]);
      case "seat":
        return void this.add([
          plain({ kind: "turned-over", rereads: null }),
          plain({ kind: "arrived", stop: next.to }),
        ]);
      case "tighten":
        return void this.add([plain({ kind: "tightened", part: next.part })]);
      case "answer":
        return void this.add([plain({ kind: "answered", question: next.question, reason: "looked at" })]);
      case "check":
        return void this.add([
          plain({ kind: "checked", item: next.item, reason: this.r.chance(0.2) ? "not here" : null }),
        ]);
      case "close":
        return void this.add([plain({ kind: "closed" })]);
      case "plug":
        return void this.add([plain({ kind: "plugged", count: 4, gear: "belts off" })]);
      case "bridge":
        return void this.add([at({ kind: "bridged", turned: this.r.chance(0.4) })]);
      case "order":
        return void this.add([plain({ kind: "ordered", list: "parts" })]);
      case "lock":
        this.of(valve).lashMm += this.shiftMm;
        return void this.add([at({ kind: "locked" })]);
      case "zero":
        return void this.add([
          at({
            kind: "zeroed",
            school: this.r.pick(["up-down", "spin"]),
            foundTurns: this.r.chance(0.3) ? 0.5 : null,
            apartTurns: null,
            reason: next.doubt === null ? null : "eyed",
          }),
        ]);
      case "turn-in":
        return void this.add([
          at({ kind: "set", turns: this.r.pick([0.25, 0.5, 0.5, 0.75]), aimMm: null, locked: this.r.chance(0.5) }),
        ]);
      case "step":
        return void this.add([at({ kind: "set", turns: 0.25, aimMm: null, locked: true })]);
      case "depth":
        if (this.r.chance(0.3))
          return void this.add([
            this.reading(valve, this.job.pass(this.entries, valve), "wire", this.r.between(0.3, 2), null),
          ]);
        return void this.add([
          at({
            kind: "left",
            reading: this.lastAt(valve),
            reason: this.r.chance(0.7) ? null : "so it stays",
            stop: undefined,
          }),
        ]);
      case "read":
        return this.read(next, valve);
      case "set":
        return this.set(next, valve);
      case "opener-closer":
        return this.openerCloser(next, valve);
      case "parts":
        return this.parts();
    }
  }

  private lastAt(valve: string): string {
    return this.job.live(this.entries).findLast((e) => "valve" in e && e.valve === valve)?.id ?? "";
  }

  private read(next: Subject["Next"], valve: string): void {
    if (next.readIn)
      return void this.add([{ ...this.fresh(), kind: "left", valve, reading: next.lastId, reason: null } as Entry]);
    const doubted = next.doubt !== null;
    this.add([
      this.reading(
        valve,
        this.job.pass(this.entries, valve),
        this.r.pick(["go-no-go", "drag", "go-no-go"]),
        this.of(valve).lashMm,
        doubted ? "by eye" : null,
      ),
    ]);
  }

  private set(next: Subject["Next"], valve: string): void {
    const { r } = this;
    const truth = this.of(valve);
    const spec = this.job.valves.find((v) => v.id === valve);
    const nominalMm = spec?.nominalMm ?? 0;
    if (r.chance(0.08))
      return void this.add([
        { ...this.fresh(), kind: "left", valve, reading: next.lastId, reason: "no time" } as Entry,
      ]);
    if (this.job.task === "dry-gap") {
      const was = truth.lashMm;
      truth.lashMm = nominalMm + r.between(-0.3, 0.3);
      return void this.add([
        {
          ...this.fresh(),
          kind: "fitted",
          valve,
          stop: this.job.stop(this.entries),
          fromMm: 229,
          lengthMm: Number((229 + was - truth.lashMm).toFixed(2)) + 0.01,
          partFrom: null,
          part: null,
          collets: null,
          instrument: null,
        } as Entry,
      ]);
    }
    const locked = r.chance(0.5);
    const aimMm = this.job.task === "grinding" ? Math.min(nominalMm, truth.lashMm + 0.08) : nominalMm - this.shiftMm;
    if (this.job.task === "grinding" && truth.lashMm > nominalMm) truth.lashMm = nominalMm;
    else truth.lashMm = aimMm + 0.004 + (locked && this.job.task !== "grinding" ? this.shiftMm : 0);
    this.add([
      {
        ...this.fresh(),
        kind: "set",
        valve,
        stop: this.job.stop(this.entries),
        turns: r.between(-1, 1),
        aimMm: this.job.task === "grinding" && next.tooWide === true ? null : aimMm,
        locked,
      } as Entry,
    ]);
  }

  private openerCloser(next: Subject["Next"], valve: string): void {
    const { r } = this;
    const truth = this.of(valve);
    const stop = this.job.stop(this.entries);
    const at = (more: object): Entry => ({ ...this.fresh(), valve, stop, ...more }) as unknown as Entry;
    if (next.stage === "load") {
      const loaded = Math.max(truth.lashMm, truth.lashMm + truth.rightMm - truth.closerMm + 0.01);
      const goes = Math.floor(loaded * 100 + 1e-6) / 100;
      const mark = (mm: number) => ({ mm: Number(mm.toFixed(3)), text: `${mm.toFixed(2)} mm` });
      return void this.add([at({ kind: "loaded-gap", goes: mark(goes), noGo: mark(goes + 0.01) })]);
    }
    if (next.stage === "feel") {
      const off = truth.closerMm - truth.rightMm;
      return void this.add([
        at({
          kind: "closer-felt",
          felt: off > 0.015 ? "drag" : off > 0.004 ? "hint" : off > -0.025 ? "free" : "movement",
        }),
      ]);
    }
    if (r.chance(0.05))
      return void this.add([
        { ...this.fresh(), kind: "left", valve, reading: next.lastId, reason: "no part" } as Entry,
      ]);
    const openerOff = truth.lashMm - 0.104;
    const fit = (part: "opener" | "closer", from: number, to: number): Entry =>
      at({
        kind: "fitted",
        fromMm: from,
        lengthMm: Number(to.toFixed(2)),
        partFrom: null,
        part,
        collets: r.chance(0.5) ? "as they were" : null,
        instrument: null,
      });
    const fits: Entry[] = [];
    if (Math.abs(openerOff) > 0.02) {
      fits.push(fit("opener", truth.openerMm, truth.openerMm + openerOff));
      truth.openerMm += openerOff;
      truth.lashMm -= openerOff;
    }
    if (Math.abs(truth.rightMm - truth.closerMm) > 0.004 || fits.length === 0) {
      const to = r.chance(0.7) ? truth.rightMm : truth.rightMm - 0.03;
      fits.push(fit("closer", truth.closerMm, to));
      truth.closerMm = Number(to.toFixed(2));
    }
    this.add(fits);
  }

  private parts(): void {
    const { r } = this;
    const out = Object.fromEntries([...this.truth].map(([id, t]) => [id, { kind: "part" as const, mm: t.fittedMm }]));
    const stock = Array.from({ length: 6 }, (_, i) => ({ id: `s${i}`, thicknessMm: r.between(2.2, 3, 3), count: 1 }));
    const catalogue: Pick<CatalogueItem, "sku" | "thicknessMm" | "price" | "stock">[] = Array.from(
      { length: 17 },
      (_, i) => ({ sku: `c${i}`, thicknessMm: Number((2.2 + i * 0.05).toFixed(2)), price: 4, stock: 5 }),
    );
    const { picks, plan } = shimPicks(this.job, this.entries, out, stock, catalogue, {
      near: r.chance(0.2),
      stay: r.chance(0.2),
      long: r.chance(0.3),
    });
    this.told.push({ plan });
    const stop = this.job.stop(this.entries);
    const changes = picks.filter((p) => p.source !== "own");
    if (changes.length === 0) {
      const open = this.job.outOfBand(this.entries);
      return void this.add(
        open.map(
          (v) => ({ ...this.fresh(), kind: "left", valve: v.id, reading: v.lastId, reason: "no part here" }) as Entry,
        ),
      );
    }
    const before = new Map([...this.truth].map(([id, t]) => [id, t.fittedMm]));
    const entries = changes.map((p): Entry => {
      const truth = this.of(p.position);
      const from = before.get(p.position) ?? 0;
      truth.lashMm = Math.max(0, truth.lashMm + from - p.thicknessMm);
      truth.fittedMm = p.thicknessMm;
      return {
        ...this.fresh(),
        kind: "fitted",
        valve: p.position,
        stop,
        fromMm: from,
        lengthMm: p.thicknessMm,
        partFrom: p.source === "moved" ? `valve ${p.from}` : `part ${p.from}`,
        part: null,
        collets: null,
        instrument: null,
      } as Entry;
    });
    this.add(entries);
  }
}

/** `each` jobs of every kind of gear. */
export function jobs(seed: number, each: number): Answered[] {
  return GEAR_KINDS.flatMap((kind) =>
    Array.from({ length: each }, (_, i): Answered => ({ id: `job ${kind} ${i}`, answer: playedJob(seed, kind, i) })),
  );
}

/** One job of those, played from open to closed, or why it can't be opened. */
export function playedJob(seed: number, kind: (typeof GEAR_KINDS)[number], i: number): PlayedJob {
  const r = random(seed * 104_729 + GEAR_KINDS.indexOf(kind) * 1_000_003 + i);
  const opened = openSubject(r, randomEngine(r, kind));
  if ("why" in opened) return { notOpened: opened.why };
  const player = new Player(r, opened.file, opened);
  player.play(opened.valves.length * 14 + 40);
  return {
    task: opened.task,
    told: player.told,
    notTaken: player.notTaken,
    ledger: player.entries.map((e) => entryWords(e)),
    sheet: opened.sheet(player.entries, player.refused.slice(0, MOST_REFUSED)),
    learned: opened.learned(player.entries),
    live: opened.live(player.entries),
    job: opened.job,
    file: opened.file,
  };
}
