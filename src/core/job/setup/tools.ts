/** What lies ready before the cover comes off: from the engine's own gear, so that nobody walks back for it with greasy hands. */
import type { AdjusterEntry, BarringPlace, EngineFile } from "../../engine/engineFile";
import { moverOf } from "../../engine/mover";
import { METHODS } from "../../stops/methods";
import type { MethodId } from "../../stops/methods";

const BARRING: Record<BarringPlace, string> = {
  crank: "Socket and long handle for the crank",
  cam: "Tool for the cam gear",
  wheel: "Stand for the rear wheel, top gear engaged",
  "starter-ring": "Barring tool for the starter ring",
  gearbox: "Turning gear at the reduction box",
  propeller: "Nothing but hands at the propeller, clear of its arc",
};

/** What the list asks of a kind of work. */
export interface ToolRules {
  tools?(adjuster: AdjusterEntry | undefined): readonly string[];
}

/** The list for a job by this method, in the order of use. */
export function toolsFor(rules: ToolRules, file: EngineFile, method: MethodId | null): string[] {
  const { adjuster } = file;
  const torque = adjuster?.lockTorqueNm;
  return [
    BARRING[file.barring?.at ?? "crank"],
    ...(method === null ? [] : [`To stop the crank: ${METHODS[method].needs(moverOf(file).name)}`]),
    ...(rules.tools?.(adjuster) ?? []),
    ...(torque === undefined ? [] : [`Torque wrench for ${torque} Nm`]),
    ...(file.tightenedLater ?? []).map(
      (p) => `For the ${p.name}${p.torqueNm === undefined ? "" : `: ${p.torqueNm} Nm`}`,
    ),
    ...((file.bridges ?? []).length > 0 ? ["Driver and wrench for the bridges"] : []),
    "Rags, plugs for open holes, a light",
  ];
}
