import { chakra } from "@chakra-ui/react/styled-system";
import { atStop } from "@/core/job/closeOut/items";
import type { Run } from "../model";
import { comingStop } from "../session/comingStop";

/** The route as a row of lettered flags, also while a valve is read: where you are, what is done. */
export function RouteFlags({ run }: { readonly run: Run }) {
  const { job, rules } = run.context;
  const { state, next } = run.now;
  const coming = comingStop(next);
  return (
    <chakra.ol aria-label="Stops" listStyleType="none" m="0" p="0" display="flex" flexWrap="wrap" gap="1">
      {job.route.map((stop) => {
        const at = atStop(rules, job, state, stop);
        const done = at.done === at.of;
        const now = coming === null ? stop.letter === state.stop?.letter : stop.letter === coming;
        const word = now ? (coming === null ? "you are here" : "to here") : done ? "done" : `${at.done} of ${at.of}`;
        return (
          <chakra.li
            key={stop.letter}
            aria-label={`Stop ${stop.letter}: ${word}`}
            aria-current={now ? "step" : undefined}
            minWidth="32px"
            px="1"
            textAlign="center"
            fontFamily="stamp"
            fontWeight={600}
            fontSize="17px"
            lineHeight="26px"
            borderRadius="plate"
            border={now ? "3px solid" : "1.5px solid"}
            borderColor={now ? "now" : done ? "set" : "edge"}
            color={now ? "now" : done ? "set" : "soft"}
          >
            {stop.letter}
            {done ? " ✓" : ""}
          </chakra.li>
        );
      })}
    </chakra.ol>
  );
}
