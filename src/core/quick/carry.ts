/** What was typed for a quick answer, brought into the form of a new engine. Whatever is no figure there stays behind. */
import type { EngineDraft } from "../engine/engineDraft";
import { type AdjusterEntry, type EngineFile, SCREW_PLACES } from "../engine/engineFile";
import { parseLength } from "../units/length";
import { parseThread } from "../units/thread";
import { MATERIALS } from "./heat";
import { asked } from "./turn";

export interface Carried {
  readonly draft: Partial<EngineDraft>;
  /** What the form of a new engine does not show: its gear, and what it is made of. */
  readonly rest: Partial<EngineFile>;
}

/** Over the bucket until the engine's page says otherwise: the page that asks says so (assumed). */
const SHIMS: AdjusterEntry = { kind: "bucket-shim" };

export function carriedFrom(typed: Readonly<Record<string, string | undefined>>): Carried {
  const { order = "", strokes, valves = "" } = typed;
  const two = strokes === "2";
  const adjuster = typed["gear"] === "shim" ? SHIMS : adjusterOf(typed);
  const material = MATERIALS.find((m) => m.id === typed["material"]);
  return {
    draft: {
      ...(order === "" ? {} : { firingOrder: order }),
      ...(two ? { strokes: 2 } : {}),
      ...(valves !== "" ? { valves } : two ? { valves: "E" } : {}),
    },
    rest: { ...(adjuster === null ? {} : { adjuster }), ...(material === undefined ? {} : { heat: material.heat }) },
  };
}

function adjusterOf({
  thread = "",
  at,
  ratio = "",
  travel,
}: Readonly<Record<string, string | undefined>>): AdjusterEntry | null {
  const pitch = parseThread(thread);
  const place = SCREW_PLACES.find((p) => p === at);
  if (place === undefined || thread.trim() === "" || "why" in pitch) return null;
  const figure = Number(ratio.replace(",", "."));
  const lever = figure > 0 ? { [asked(place) ?? "ratio"]: figure } : {};
  return travel !== undefined && parseLength(travel) !== null
    ? { kind: "hydraulic", at: place, ...pitch, ...lever, plunger: { travel } }
    : { kind: "screw", at: place, ...pitch, ...lever };
}
