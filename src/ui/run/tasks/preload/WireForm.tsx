import { chakra } from "@chakra-ui/react/styled-system";
import { USUAL } from "@/core/units/typedLength";
import { LeafPair } from "../../../leaves/LeafPair";
import { wireSet } from "../../../leaves/wires";
import type { LeafMark } from "@/core/job/ledger/fields";
import { passAfter } from "@/core/job/state/pass";
import type { LifterRun } from "./lifterRun";

/** Wires of known size between plunger and retainer, with the valley open: they show the depth itself. */
export function WireForm({ run, folded = false }: { readonly run: LifterRun; readonly folded?: boolean }) {
  const { valve, now } = run;
  if (valve === null) return null;
  const { plunger } = run.context.job.task.plan.gear;
  const hold = (goes: LeafMark, noGo: LeafMark): boolean =>
    run.enter(
      [
        {
          kind: "reading",
          valve: valve.valve.id,
          stop: now.state.stop?.letter ?? "",
          pass: passAfter(valve.work),
          goes,
          noGo,
          school: "wire",
          value: null,
          instrument: "wires",
          reason: run.overrideHere,
        },
      ],
      { stay: true },
    );
  const form = (
    <LeafPair
      set={wireSet(plunger.unit ?? "mm", plunger.travelMm)}
      what="wire"
      usual={USUAL.wire}
      submit="Hold wires to it"
      onHold={hold}
    />
  );
  if (!folded) return form;
  return (
    <chakra.details>
      <chakra.summary fontSize="17px" minHeight="44px" display="list-item" cursor="pointer">
        Valley open? Hold wires to its plunger as it was found
      </chakra.summary>
      {form}
    </chakra.details>
  );
}
