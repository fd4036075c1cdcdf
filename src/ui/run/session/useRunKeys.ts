"use client";

import { useLayoutEffect } from "react";
import type { KeyLine } from "../../controls/KeysHelp";
import type { Pedal } from "./device/pedal";
import { NONE_KEY, type Tap } from "./taps";
import type { Run } from "../model";

/** Keys of the run, as `?` lists them. The first three do the whole run: a pedal needs no more. */
export const RUN_KEYS: readonly KeyLine[] = [
  { keys: "Enter", does: "yes: do the next thing, the leaf goes" },
  { keys: "N", does: "no: the leaf does not go, or the next answer" },
  { keys: "U", does: "back: undo the last step" },
  { keys: "G", does: "the leaf in hand goes" },
  { keys: "D", does: "the leaf in hand drags" },
  { keys: "0", does: "no leaf goes at all" },
  { keys: "← →", does: "take another leaf in hand" },
  { keys: "C", does: "clear what was tapped" },
  { keys: "V", does: "take the next valve of this stop in hand" },
  { keys: "H", does: "hold the bench gauge" },
  { keys: "L", does: "ask where the crank is" },
  { keys: "T", does: "the tray: pause, voice, gauge, sets" },
  { keys: "?", does: "show or hide this list" },
];

const leafButtons = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>("[data-blade]")];
const focusedBlade = (): string | undefined =>
  document.activeElement instanceof HTMLElement ? document.activeElement.dataset["blade"] : undefined;

function moveAlong(run: Run, by: number): void {
  const all = leafButtons();
  const from = all.findIndex((b) => b.dataset["blade"] === (focusedBlade() ?? run.instruction.tryKey));
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

/** Says it of the leaf that has the focus, else of the one advised. */
function say(run: Run, said: Tap): void {
  const key = focusedBlade() ?? run.instruction.tryKey;
  if (key === null || (key === NONE_KEY && said !== "goes")) return;
  run.say(key, said);
  // The next advised leaf is in hand again.
  if (document.activeElement instanceof HTMLElement && focusedBlade() !== undefined) document.activeElement.blur();
}

/** Yes: what is marked. While a leaf is asked for, it is said of the leaf in hand. */
function yes(run: Run, act: (index: number) => void): void {
  const action = run.instruction.button?.action;
  if (action?.kind === "tap" && run.marked === 0) say(run, action.tap);
  else if (run.marked > 0 || action !== undefined) act(run.marked);
}

/** No: the leaf does not go; elsewhere the next answer is marked. */
function no(run: Run): void {
  const { button, choices } = run.instruction;
  const asksLeaf = button?.action.kind === "tap" && button.action.key !== NONE_KEY;
  if (asksLeaf || (focusedBlade() !== undefined && run.reading)) say(run, "no");
  else if (choices.length > 0) run.mark((run.marked + 1) % (choices.length + 1));
}

interface Toggled {
  readonly open: boolean;
  readonly toggle: () => void;
}

interface Places {
  readonly help: Toggled;
  readonly locate: Toggled;
  readonly tray: Toggled;
  readonly pedal: Pedal;
  readonly hold: () => void;
  readonly act: (index: number) => void;
}

/** The whole run by keys, and so by a pedal that sends them. */
export function useRunKeys(run: Run, { help, locate, tray, pedal, hold, act }: Places): void {
  // Before the paint, so that a key pressed on what is seen never meets the step before it.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target instanceof HTMLElement ? event.target : document.body;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest("input:not([type=checkbox]):not([type=radio]), textarea, select") !== null
      )
        return;
      const pressed = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const key =
        pressed === pedal.yes ? "Enter" : pressed === pedal.no ? "n" : pressed === pedal.back ? "u" : pressed;
      const place = locate.open ? locate : tray.open ? tray : null;
      if (place !== null) {
        // These have their own buttons: the run's keys would act behind them.
        if (key === "Escape" || (key === "l" && locate.open) || (key === "t" && tray.open)) place.toggle();
        else if (key === "?") help.toggle();
        return;
      }
      const work: Record<string, () => void> = {
        "?": help.toggle,
        l: () => {
          if (run.now.state.closed === null) locate.toggle();
        },
        t: () => {
          if (run.now.state.closed === null) tray.toggle();
        },
        g: () => say(run, "goes"),
        d: () => say(run, "drag"),
        n: () => no(run),
        "0": () => run.tap(NONE_KEY),
        c: () => run.clear(),
        v: () => nextValve(run),
        u: run.undo,
        h: hold,
        Enter: () => yes(run, act),
        ArrowRight: () => moveAlong(run, 1),
        ArrowLeft: () => moveAlong(run, -1),
        Escape: () => (help.open ? help.toggle() : run.choose(null)),
      };
      const onOtherControl =
        target.closest("button:not([data-blade]):not([data-main]), a, [role=button], summary") !== null;
      const does = work[key];
      if (does === undefined || (pressed === "Enter" && onOtherControl)) return;
      event.preventDefault();
      if (!event.repeat || key.startsWith("Arrow")) does();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [run, help, locate, tray, pedal, hold, act]);
}
