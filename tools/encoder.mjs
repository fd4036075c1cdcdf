/**
 * A simulated barring encoder: `node tools/encoder.mjs [port]`. It speaks ten lines a second,
 * "E1 123.4 deg", from wherever it was clamped on, and turns as a hand would. Lines sent to it:
 * `turn 120` (on by so many degrees, negative = back), `set 0`, `unit rad|deg`, `garbage on|off`,
 * `twin on|off`, `mute on|off`.
 */
import { portGiven, serveLines } from "./device.mjs";

/** A hand on a bar makes about this much in a tenth of a second. */
const STEP_DEG = 9;
const encoder = { deg: 0, goal: 0, unit: "deg", garbage: false, twin: false, mute: false, count: 0 };
const on = (/** @type {string} */ value) => value === "on";

serveLines({
  name: "barring encoder",
  port: portGiven(4382),
  everyMs: 100,
  line: () => {
    encoder.count += 1;
    const left = encoder.goal - encoder.deg;
    encoder.deg += Math.sign(left) * Math.min(Math.abs(left), STEP_DEG);
    if (encoder.mute) return null;
    if (encoder.garbage) return "\u0007E~~12,,x";
    const id = encoder.twin && encoder.count % 2 === 0 ? "E2" : "E1";
    return `${id} ${encoder.deg.toFixed(1)} ${encoder.unit}`;
  },
  commands: {
    turn: (value) => {
      if (Number.isFinite(Number(value))) encoder.goal += Number(value);
    },
    set: (value) => {
      if (Number.isFinite(Number(value))) encoder.deg = encoder.goal = Number(value);
    },
    unit: (value) => {
      encoder.unit = value;
    },
    garbage: (value) => {
      encoder.garbage = on(value);
    },
    twin: (value) => {
      encoder.twin = on(value);
    },
    mute: (value) => {
      encoder.mute = on(value);
    },
  },
});
