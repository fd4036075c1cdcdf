/**
 * The gaps of an engine under a mechanic's hands: what leaves meet there, and how what is done at a valve changes it.
 * Known to whoever simulates a mechanic, and to nobody else. Lengths in mm.
 */
import type { EngineFile } from "../engine/engineFile";
import type { Draft } from "../job/ledger/entry";
import { lashSpec } from "../lash/spec";

/** A leaf that just drags lies in a gap that is wider than the leaf by so much. */
export const DRAG_MM = 0.004;

/** What the run's button offers, as far as hands have to do something for it. */
export type Asked =
  | { readonly kind: "tap"; readonly mm: number | null }
  | { readonly kind: "set"; readonly aimMm: number | null; readonly locked: boolean }
  | { readonly kind: "lock" }
  | { readonly kind: "enter"; readonly drafts: readonly Draft[] }
  | { readonly kind: "other" };

/** What a button's action asks of the hands; `leafMm` gives a leaf or stack by its key, null for "no leaf goes". */
export function askedBy(
  action: { readonly kind: string; readonly [field: string]: unknown } | null,
  leafMm: (key: string) => number | null,
): Asked {
  if (action?.kind === "tap") return { kind: "tap", mm: leafMm(String(action["key"])) };
  return action !== null && ["set", "lock", "enter"].includes(action.kind) ? (action as Asked) : { kind: "other" };
}

export interface Hands {
  /** What locking does to a gap under this hand; negative = tighter. */
  readonly lockShiftMm?: number;
  /** How a gap changes by a part of another length, per mm that the part is longer. */
  readonly perPartMm?: number;
}

export class Gaps {
  readonly mm: Record<string, number>;

  constructor(
    gapsMm: Readonly<Record<string, number>>,
    private readonly hands: Hands = {},
  ) {
    this.mm = { ...gapsMm };
  }

  /** Every valve at its nominal, but for what is off. */
  static of(file: EngineFile, offMm: Readonly<Record<string, number>> = {}, hands: Hands = {}): Gaps {
    return new Gaps(
      Object.fromEntries(
        file.valves.flatMap((v) => {
          const figures = file.lash?.[v.role];
          return figures === undefined ? [] : [[v.id, lashSpec(figures).nominalMm + DRAG_MM + (offMm[v.id] ?? 0)]];
        }),
      ),
      hands,
    );
  }

  at = (valve: string): number => this.mm[valve] ?? 0;
  goes = (valve: string, leafMm: number): boolean => this.at(valve) >= leafMm - 1e-6;

  private shift(valve: string): void {
    this.mm[valve] = this.at(valve) + (this.hands.lockShiftMm ?? 0);
  }

  /** Does what is asked at a valve; false where the answer is no: the leaf does not go. */
  does(asked: Asked, valve: string): boolean {
    switch (asked.kind) {
      case "tap":
        return asked.mm === null || this.goes(valve, asked.mm);
      case "set":
        if (asked.aimMm !== null) this.mm[valve] = asked.aimMm + DRAG_MM;
        if (asked.locked) this.shift(valve);
        return true;
      case "lock":
        this.shift(valve);
        return true;
      case "enter":
        for (const d of asked.drafts)
          if (d.kind === "fitted" && d.fromMm !== null)
            this.mm[d.valve] = this.at(d.valve) + (d.lengthMm - d.fromMm) * (this.hands.perPartMm ?? -1);
        return true;
      case "other":
        return true;
    }
  }
}
