import { chakra } from "@chakra-ui/react/styled-system";
import { timerWords } from "@/core/preload/bleedDown";
import { Stamp } from "../../../controls/Stamp";
import type { LifterRun } from "./lifterRun";

/** What is left of the wait, large enough to be read from the other side of the engine. */
export function WaitPanel({ run }: { readonly run: LifterRun }) {
  const { job } = run.context;
  const remainingMs = run.now.next.kind === "wait" ? run.now.next.remainingMs : 0;
  const whole = (job.task.plan.bleedMinutes ?? 1) * 60_000;
  return (
    <chakra.section aria-label="Bleed-down" p={{ base: "3", lg: "4" }} display="flex" flexDirection="column" gap="3">
      <Stamp>Until the crank may move</Stamp>
      <chakra.p
        role="timer"
        aria-live="off"
        fontFamily="mono"
        fontSize={{ base: "64px", lg: "84px" }}
        fontWeight={600}
        lineHeight={1}
        color="now"
      >
        {timerWords(remainingMs)}
      </chakra.p>
      <chakra.div height="14px" border="2px solid" borderColor="ink" bg="sheet" maxWidth="560px" aria-hidden="true">
        <chakra.div
          height="full"
          bg="brass"
          style={{ width: `${Math.round((100 * (whole - remainingMs)) / whole)}%` }}
        />
      </chakra.div>
    </chakra.section>
  );
}
