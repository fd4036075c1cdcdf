import { chakra } from "@chakra-ui/react/styled-system";
import { type LedgerEntry, changesLash } from "@/core/job/ledger/entry";
import { entryWords } from "@/core/job/sheet/entryWords";
import { Button } from "../../controls/Button";
import { useWays } from "../../controls/ways";

interface Props {
  /** What was just taken back, in the order in which it had been made. */
  readonly entries: readonly LedgerEntry[];
  readonly onBring: () => void;
}

/** What was just taken back, what that does not undo, and the way to have it again. */
export function TakenBack({ entries, onBring }: Props) {
  const { temperatureUnit } = useWays();
  return (
    <chakra.div
      aria-live="polite"
      px={{ base: "4", lg: "6" }}
      pt="2"
      display="flex"
      flexWrap="wrap"
      alignItems="center"
      gap="3"
      justifyContent="space-between"
      fontSize="17px"
    >
      <chakra.span flex="1 1 16rem">
        Taken back: {entries.map((e) => entryWords(e, temperatureUnit)).join("; ")}.
        {entries.some(changesLash)
          ? " If the screw or part was moved all the same, read it again before you turn."
          : ""}
      </chakra.span>
      <Button type="button" size="big" onClick={onBring}>
        Bring it back
      </Button>
    </chakra.div>
  );
}
