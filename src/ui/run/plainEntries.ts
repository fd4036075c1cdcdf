/** Actions that are just entered, with nothing else to be minded. Pure but for the ids. */
import type { Entry } from "@/core/run/entry";
import type { Action } from "./told";

/** The entries of such an action at the valve and stop in hand; null for all other actions. */
export function plainEntries(action: Action, valve: string, stop: string): Entry[] | null {
  const fresh = () => ({ id: crypto.randomUUID(), supersedes: null });
  switch (action.kind) {
    case "fit":
      return [
        {
          ...fresh(),
          kind: "fitted",
          valve,
          stop,
          fromMm: action.fromMm,
          lengthMm: action.lengthMm,
          partFrom: null,
          part: null,
          rings: null,
          instrument: null,
        },
      ];
    case "order":
      return [
        { ...fresh(), kind: "ordered", list: action.list },
        ...(action.pause ? [{ ...fresh(), kind: "paused" as const, reason: "Waits for parts" }] : []),
      ];
    case "answer":
      return [{ ...fresh(), kind: "answered", question: action.question, reason: action.answer }];
    case "tighten":
      return [{ ...fresh(), kind: "tightened", part: action.part }];
    case "check":
      return [{ ...fresh(), kind: "checked", item: action.item, reason: null }];
    case "close":
      return [{ ...fresh(), kind: "closed" }];
    case "plug":
      return [{ ...fresh(), kind: "plugged", count: action.count, gear: action.gear }];
    case "bridge":
      return [{ ...fresh(), kind: "bridged", valve, stop, turned: action.turned }];
    case "feel":
      return [{ ...fresh(), kind: "tried", valve, stop, felt: action.felt }];
    default:
      return null;
  }
}
