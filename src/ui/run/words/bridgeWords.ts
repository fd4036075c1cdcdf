/** What is told of the bridge under a rocker. Pure. */
import type { Draft } from "@/core/job/ledger/entry";
import type { ValveState } from "@/core/job/state/state";
import { valveName } from "@/core/job/words/names";
import type { RunContext, RunNow } from "../model";
import { type Instruction, entering, instruction } from "./shape";
import { whereWords } from "./where";

export function bridgeWords(context: RunContext, now: RunNow, valve: ValveState): Instruction {
  const looked = (turned: boolean): Draft => ({
    kind: "bridged",
    valve: valve.valve.id,
    stop: now.state.stop?.letter ?? "",
    turned,
  });
  return instruction({
    eyebrow: whereWords(context, now, valve.valve),
    title: `First the bridge of ${valveName(valve.valve, context.job.valves)}: do both valves touch it?`,
    grounds: [
      "Loosen its lock and back its screw off. Press the bridge onto the fixed valve, turn the screw in until it just touches the other, and lock it so.",
      "A bridge that stands on one valve reads as lash, and breaks.",
    ],
    button: entering("Both touch, locked", looked(false)),
    choices: [entering("Had to be set: both touch now", looked(true))],
  });
}
