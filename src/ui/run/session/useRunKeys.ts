"use client";

import { useLayoutEffect } from "react";
import { type KeyName, type KeysHere, keyOf, said } from "./device/keys";
import { NONE_KEY, type Tap } from "../../leaves/taps";
import type { Run } from "../model";

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
function say(run: Run, tap: Tap): void {
  const key = focusedBlade() ?? run.instruction.tryKey;
  if (key === null || (key === NONE_KEY && tap !== "goes")) return;
  run.say(key, tap);
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
  readonly keys: KeysHere;
  readonly hold: () => void;
  readonly act: (index: number) => void;
}

/** These do something to the job: they rest while the next thing is new. */
const WORK: readonly KeyName[] = ["yes", "no", "back", "goes", "drags", "none", "clear", "hold"];

/** The whole run by keys, and so by a pedal that sends them. */
export function useRunKeys(run: Run, { help, locate, tray, keys, hold, act }: Places): void {
  // Before the paint, so that a key pressed on what is seen never meets the step before it.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target instanceof Element ? event.target : document.body;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest("input:not([type=checkbox]):not([type=radio]), textarea, select") !== null
      )
        return;
      const name = said(keyOf(event.key), keys);
      const place = locate.open ? locate : tray.open ? tray : null;
      if (place !== null) {
        // These have their own buttons: the run's keys would act behind them.
        if (event.key === "Escape" || (name === "crank" && locate.open) || (name === "tray" && tray.open))
          place.toggle();
        else if (name === "help") help.toggle();
        return;
      }
      const open = !run.now.state.ended;
      const does: Record<KeyName, () => void> = {
        help: help.toggle,
        crank: () => open && locate.toggle(),
        tray: () => open && tray.toggle(),
        goes: () => say(run, "goes"),
        drags: () => say(run, "drag"),
        no: () => no(run),
        none: () => run.tap(NONE_KEY),
        clear: () => run.clear(),
        nextValve: () => nextValve(run),
        back: run.undo,
        hold,
        yes: () => yes(run, act),
      };
      const fixed: Record<string, () => void> = {
        ArrowRight: () => moveAlong(run, 1),
        ArrowLeft: () => moveAlong(run, -1),
        Escape: () => (help.open ? help.toggle() : run.choose(null)),
      };
      const onOtherControl =
        target.closest("button:not([data-blade]):not([data-main]), a, [role=button], summary") !== null;
      const work = name === null ? fixed[event.key] : does[name];
      // Enter and Space are the control's own, whatever they were taught to say.
      if (work === undefined || (onOtherControl && (event.key === "Enter" || event.key === " "))) return;
      event.preventDefault();
      // While a reason is said there is no large button: its key says nothing either.
      const rests = run.resting || document.querySelector("[data-reasoning]") !== null;
      if (rests && name !== null && WORK.includes(name)) return;
      if (!event.repeat || event.key.startsWith("Arrow")) work();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [run, help, locate, tray, keys, hold, act]);
}
