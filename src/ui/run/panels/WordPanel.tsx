import { chakra } from "@chakra-ui/react/styled-system";
import type { Permission } from "@/core/shop/permission";
import type { AtDoor } from "@/core/shop/person";
import { entryWords } from "@/core/job/sheet/entryWords";
import { Button } from "../../controls/Button";
import { useWays } from "../../controls/ways";
import { send } from "../../send";
import type { Wanted } from "../model";
import { Door } from "../../signIn/Door";

/** What somebody gives their word for, as it is asked. */
const FOR: Partial<Record<Permission, string>> = {
  close: "Closing a job",
  sign: "Signing a job",
  override: "Going on against a margin",
  "leave out": "Leaving a valve as it is",
};

interface Props {
  readonly jobId: string;
  readonly wanted: Wanted;
  readonly sponsors: readonly AtDoor[];
  /** With the word, or null where none is given. */
  readonly onSettled: (word: string | null) => void;
}

/** A mechanic or a lead gives their word, by PIN, on the device in hand. */
export function WordPanel({ jobId, wanted, sponsors, onSettled }: Props) {
  const { temperatureUnit } = useWays();
  return (
    <chakra.section aria-label="The word of somebody trained" maxWidth="40rem" mx="auto" py="3">
      <chakra.p fontSize="20px" pb="3">
        {FOR[wanted.what] ?? "This"} takes the word of a mechanic or a lead: let one look, and give it here.
      </chakra.p>
      {/* Whoever gives it sees for what. */}
      <chakra.ul aria-label="For this" pl="5" pb="4" listStyleType="disc" fontSize="18px" fontWeight={600}>
        {wanted.entries.map((e) => (
          <li key={e.id}>{entryWords(e, temperatureUnit)}</li>
        ))}
      </chakra.ul>
      {sponsors.length === 0 ? (
        <chakra.p fontSize="18px">Nobody of them is in the shop yet: a lead takes them in.</chakra.p>
      ) : (
        <Door
          people={sponsors}
          asks="Who gives their word?"
          words={(name) => `${name} gives their word`}
          prove={(personId, pin) => send<{ word: string }>("POST", "/api/word", { jobId, personId, pin })}
          onProven={({ word }) => onSettled(word)}
        />
      )}
      <chakra.div pt="5">
        <Button type="button" onClick={() => onSettled(null)}>
          Not now: back to the job
        </Button>
      </chakra.div>
    </chakra.section>
  );
}
