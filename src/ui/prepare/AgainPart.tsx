import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import type { JobAgain } from "@/core/job/pages/prepare";
import { Complaint } from "../controls/Stamp";
import { Tick } from "../controls/Tick";
import type { Preparation } from "./usePreparation";

interface Props {
  readonly preparation: Preparation;
  readonly again: JobAgain;
}

/** What becomes of the job that is begun again, and of what was read in it. */
export function AgainPart({ preparation: { given, form, chosen, carries }, again }: Props) {
  const other = chosen.state !== null && chosen.state !== again.state;
  return (
    <chakra.section
      aria-label="Begun again"
      border="2px solid"
      borderColor="now"
      borderRadius="plate"
      bg="sheet"
      px="4"
      py="3"
      mt="3"
    >
      <chakra.p fontSize="18px">
        <b>Begins {again.named} again.</b> That one is called off when this begins. If the engine&apos;s own figures
        were wrong, put them right{" "}
        <Link href={`/engines/${given.engineId}#spec`} style={{ textDecoration: "underline" }}>
          on its page
        </Link>{" "}
        first.
      </chakra.p>
      {again.notYet !== null && <Complaint role="alert">{again.notYet}</Complaint>}
      {again.readings > 0 && (
        <Tick
          on={carries}
          onChange={(on) => form.setValue("carry", on)}
          label={`Carry over what was read at ${again.readings} ${again.readings === 1 ? "valve" : "valves"}, judged anew`}
          note={
            other
              ? `It was said to be ${again.state} when they were read. Carry them only if it was ${chosen.state} all along.`
              : "As they stand there, each with whoever read it; what was worked on since is read again."
          }
        />
      )}
    </chakra.section>
  );
}
