/**
 * A simulated bench gauge: `node tools/gauge.mjs [port]`. It speaks ten lines a second, "G1 +0.312 mm",
 * with a little noise. Lines sent to it: `set 0.28` (mm), `add 0.05`, `unit in|mm|furlong`,
 * `noise 0.2`, `garbage on|off`, `twin on|off` (a second gauge on the same line), `mute on|off`.
 */
import { portGiven, serveLines } from "./device.mjs";

const gauge = { mm: 0.31, unit: "mm", noise: 0.002, garbage: false, twin: false, mute: false, count: 0 };
const on = (/** @type {string} */ value) => value === "on";

/** @param {number} mm */
function figure(mm) {
  const felt = mm + (Math.random() * 2 - 1) * gauge.noise;
  return `${felt < 0 ? "" : "+"}${gauge.unit === "in" ? (felt / 25.4).toFixed(4) : felt.toFixed(3)} ${gauge.unit}`;
}

serveLines({
  name: "bench gauge",
  port: portGiven(4381),
  everyMs: 100,
  line: () => {
    gauge.count += 1;
    if (gauge.mute) return null;
    if (gauge.garbage) return "\u0007%%3.-.7 ?m";
    return gauge.twin && gauge.count % 2 === 0 ? `G2 ${figure(gauge.mm + 0.02)}` : `G1 ${figure(gauge.mm)}`;
  },
  commands: {
    set: (value) => {
      if (Number.isFinite(Number(value))) gauge.mm = Number(value);
    },
    add: (value) => {
      if (Number.isFinite(Number(value))) gauge.mm = Math.max(0, gauge.mm + Number(value));
    },
    unit: (value) => {
      gauge.unit = value;
    },
    noise: (value) => {
      if (Number(value) >= 0) gauge.noise = Number(value);
    },
    garbage: (value) => {
      gauge.garbage = on(value);
    },
    twin: (value) => {
      gauge.twin = on(value);
    },
    mute: (value) => {
      gauge.mute = on(value);
    },
  },
});
