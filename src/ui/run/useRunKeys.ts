"use client";

import { useLayoutEffect } from "react";
import type { KeyLine } from "../controls/KeysHelp";
import type { Run } from "./useRun";
import { NONE_KEY } from "./taps";

/** Keys of the run, as `?` lists them. */
export const RUN_KEYS: readonly KeyLine[] = [
  { keys: "Enter", does: "do the next thing (the large button)" },
  { keys: "G", does: "the leaf in hand goes" },
  { keys: "N", does: "the leaf in hand does not go" },
  { keys: "0", does: "no leaf goes at all" },
  { keys: "← →", does: "take another leaf in hand" },
  { keys: "C", does: "clear what was tapped" },
  { keys: "V", does: "take the next valve of this stop in hand" },
  { keys: "L", does: "ask where the crank is" },
  { keys: "U", does: "undo the last step" },
  { keys: "?", does: "show or hide this list" },
];

const leafButtons = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>("[data-blade]")];

/** The leaf that keys speak of: the focused one, else the one advised. */
function bladeInHand(run: Run): string | null {
  const focused = document.activeElement instanceof HTMLElement ? document.activeElement.dataset["blade"] : undefined;
  return focused ?? run.instruction.tryKey;
}

function moveAlong(run: Run, by: number): void {
  const all = leafButtons();
  const from = all.findIndex((b) => b.dataset["blade"] === bladeInHand(run));
  const to = all[Math.max(0, Math.min(all.length - 1, from === -1 ? 0 : from + by))];
  to?.focus();
  to?.scrollIntoView({ inline: "center", block: "nearest" });
}

function nextValve(run: Run): void {
  const here = run.now.state.stop?.valves.map((v) => v.valve) ?? [];
  const at = here.indexOf(run.valve?.valve.id ?? "");
  const next = here[(at + 1) % here.length];
  if (next !== undefined) run.choose(next);
}

function say(run: Run, said: "goes" | "no"): void {
  const key = bladeInHand(run);
  if (key === null || (key === NONE_KEY && said === "no")) return;
  run.say(key, said);
  // The next advised leaf is in hand again.
  if (document.activeElement instanceof HTMLElement && document.activeElement.dataset["blade"] !== undefined) document.activeElement.blur();
}

interface Toggled {
  readonly open: boolean;
  readonly toggle: () => void;
}

/** The whole run by keys, and so by a pedal that sends them. */
export function useRunKeys(run: Run, help: Toggled, locate: Toggled): void {
  // Before the paint, so that a key pressed on what is seen never meets the step before it.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target instanceof HTMLElement ? event.target : document.body;
      if (event.ctrlKey || event.metaKey || event.altKey || target.closest("input, textarea, select") !== null) return;
      if (locate.open) {
        // The locator has its own buttons: the run's keys would act behind it.
        if (event.key === "Escape" || event.key.toLowerCase() === "l") locate.toggle();
        else if (event.key === "?") help.toggle();
        return;
      }
      const work: Record<string, () => void> = {
        "?": help.toggle,
        l: () => { if (!run.now.state.closed) locate.toggle(); },
        g: () => say(run, "goes"),
        n: () => say(run, "no"),
        "0": () => run.tap(NONE_KEY),
        c: () => run.clear(),
        v: () => nextValve(run),
        u: run.undo,
        ArrowRight: () => moveAlong(run, 1),
        ArrowLeft: () => moveAlong(run, -1),
        Escape: () => (help.open ? help.toggle() : run.choose(null)),
      };
      const onOtherControl = target.closest("button:not([data-blade]):not([data-main]), a, [role=button], summary") !== null;
      if (event.key === "Enter" && !onOtherControl && run.instruction.button !== null) {
        event.preventDefault();
        if (!event.repeat) run.act(run.instruction.button.action);
        return;
      }
      const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const does = work[key];
      if (does === undefined || event.repeat && key === "u") return;
      event.preventDefault();
      does();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [run, help, locate]);
}
