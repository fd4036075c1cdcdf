import { chakra } from "@chakra-ui/react/styled-system";
import { screwOf } from "@/core/lash/adjuster";
import { unitOf } from "@/core/job/words/specs";
import { exactLength } from "@/core/units/length";
import type { TypedUnit } from "@/core/units/typedLength";
import { Tick } from "../../controls/Tick";
import type { Run } from "../model";

const signed = (mm: number, unit: TypedUnit): string =>
  `${mm > 0 ? "+" : mm < 0 ? "−" : ""}${exactLength(Math.abs(mm), unit)}`;

/** How far locking moves the lash, and what a turn really makes: each with its evidence, and its switch. */
export function LearnedTray({ run }: { readonly run: Run }) {
  const { learning } = run.now;
  const { locking, file } = run.context;
  const unit = unitOf(file);
  const screw = screwOf(file.adjuster);
  const { shifts, earlierMm, shiftMm, k } = learning;
  return (
    <>
      {locking.inOneGo ? (
        <chakra.p fontSize="16px" color="soft">
          This adjuster is turned and locked in one go: there is no shift to learn.
        </chakra.p>
      ) : (
        <>
          <Tick
            on={run.switches.shift}
            onChange={(shift) => run.setSwitches({ ...run.switches, shift })}
            label="Target off by what the lock moves"
            note={
              shiftMm === null
                ? `Not known yet: ${shifts.length + earlierMm.length} of 2 readings before and after locking.`
                : `Locking moves it ${signed(shiftMm, unit)}, the middle of ${shifts.length + earlierMm.length}.`
            }
          />
          {shifts.length + earlierMm.length > 0 && (
            <chakra.p fontFamily="mono" fontSize="16px" color="soft">
              {shifts.map((p) => `${p.valve} ${signed(p.afterMm - p.beforeMm, unit)}`).join(" · ")}
              {earlierMm.length > 0 &&
                `${shifts.length > 0 ? " · " : ""}before: ${earlierMm.map((mm) => signed(mm, unit)).join(" ")}`}
            </chakra.p>
          )}
        </>
      )}
      {screw !== null && (
        <>
          <Tick
            on={run.switches.k}
            onChange={(on) => run.setSwitches({ ...run.switches, k: on })}
            label="Use what turns really made"
            note="Only where it is more than a fifth off the figures of the adjuster."
          />
          <chakra.p fontFamily="mono" fontSize="16px" color={k?.disagrees === true ? "now" : "soft"}>
            {k === null
              ? `by its figures ${screw.k.toFixed(2)} of lash for one of thread; too few turns to say more`
              : `by its figures ${screw.k.toFixed(2)}, by ${k.from} turns ${k.k.toFixed(2)}: ${k.disagrees ? `${Math.abs(k.off * 100).toFixed(0)} percent off. Check ratio and thread.` : "they agree."}`}
          </chakra.p>
        </>
      )}
    </>
  );
}
