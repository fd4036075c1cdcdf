/** What was done, as one would tell it afterward: leaves in what they are stamped, all else in the engine's unit. */
import { fineLength, showLength } from "../../units/length";
import type { PracticeAction } from "../bench/action";
import type { VirtualEngine } from "../engine/virtualEngine";
import { FAULT_RULES } from "../engine/fault";

export function actionWords(
  a: PracticeAction,
  v: Pick<VirtualEngine, "valves" | "unit">,
  leafUnit: "mm" | "in",
): string {
  const unit = ("valve" in a ? v.valves.find((x) => x.id === a.valve)?.unit : undefined) ?? v.unit;
  switch (a.do) {
    case "turn":
      return `Turned the crank ${Math.abs(Math.round(a.byDeg))}° ${a.byDeg < 0 ? "back" : "on"}`;
    case "bump":
      return "Bumped the starter";
    case "thumb":
      return a.cylinder === null ? "Took the thumb away" : `Thumb on the plug hole of ${a.cylinder}`;
    case "straw":
      return `Straw in the plug hole of ${a.cylinder}`;
    case "leaf": {
      const more = [
        a.pushed ? "rocker pressed" : null,
        a.bundle ? "the set hanging on it" : null,
        a.loaded ? "closing rocker pressed home" : null,
      ].filter((m) => m !== null);
      return `${a.leavesMm.map((mm) => showLength(mm, leafUnit)).join(" + ")} into ${a.valve}${more.length > 0 ? `, ${more.join(", ")}` : ""}`;
    }
    case "spin":
      return `Spun the pushrod of ${a.valve}`;
    case "lift-drop":
      return `Lifted and dropped the pushrod of ${a.valve}`;
    case "indicator":
      return `Indicator on ${a.valve}, for ${a.of}`;
    case "feel-closer":
      return `Turned the camshaft to and fro over the closer of ${a.valve}`;
    case "rotor":
      return "Looked at the rotor";
    case "covers":
      return a.on ? "Put the covers on" : "Took the covers off";
    case "wait":
      return `Waited ${a.minutes} ${a.minutes === 1 ? "minute" : "minutes"}`;
    case "thermometer":
      return "Looked at the thermometer";
    case "measure-leaf":
      return `Measured the ${showLength(a.leafMm, leafUnit)} leaf`;
    case "try-lock":
      return `Tried the lock of ${a.valve}`;
    case "loosen":
      return `Loosened the lock of ${a.valve}`;
    case "screw":
      return `Turned ${a.valve} ${Math.abs(a.byDeg)}° ${a.byDeg > 0 ? "in" : "out"}`;
    case "lock":
      return `Locked ${a.valve}${a.held ? ", the screw held" : ", the screw not held"}`;
    case "tool-off":
      return "Took the wrench off";
    case "part-out":
      return `Took the ${a.which === "closer" ? "closer" : "part"} of ${a.valve} out`;
    case "measure-part":
      return `Measured the part of ${a.valve}`;
    case "wipe":
      return `Wiped the part of ${a.valve}`;
    case "part-in":
      return `Fitted ${fineLength(a.thicknessMm, unit)} at ${a.valve}`;
    case "grind":
      return `Ground ${fineLength(a.byMm, unit)} off ${a.valve}`;
    case "warm":
      return "Ran it warm again";
    case "keep":
      return a.lowMm === null
        ? `Kept ${a.valve}`
        : `Kept ${a.valve}: ${showLength(a.lowMm, leafUnit)} goes, ${a.highMm === null ? "nothing thicker tried" : `${showLength(a.highMm, leafUnit)} does not`}`;
    case "may-set":
      return a.valves.length === 0 ? "Said: none may be set" : `Said: ${a.valves.join(", ")} may be set`;
    case "tdc":
      return `Said: cylinder ${a.cylinder} fires here`;
    case "name":
      return `Said: ${a.fault === null ? "nothing is wrong" : FAULT_RULES[a.fault].name.toLowerCase()}${a.valve === null ? "" : ` at ${a.valve}`}`;
    case "hint":
      return "Asked for a hint";
  }
}
