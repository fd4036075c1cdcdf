import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useRef } from "react";
import { atStop } from "@/core/job/closeOut/items";
import { ORDER_NAMES } from "@/core/stops/orders";
import { Stamp } from "../../controls/Stamp";
import type { Run } from "../model";
import { comingStop } from "../session/comingStop";

/** The whole route as lettered flags: what is served where, and how far each is. */
export function RouteStrip({ run }: { readonly run: Run }) {
  const list = useRef<HTMLOListElement>(null);
  const { job, rules } = run.context;
  const { state, next } = run.now;
  const coming = comingStop(next);
  const wanted = coming ?? state.stop?.letter ?? "";
  useEffect(() => {
    list.current?.querySelector(`[data-stop="${wanted}"]`)?.scrollIntoView({ inline: "center", block: "nearest" });
  }, [wanted]);
  return (
    <chakra.section aria-label="Route" p={{ base: "3", lg: "4" }} minWidth="0">
      <Stamp>The route, {ORDER_NAMES[job.order].toLowerCase()}</Stamp>
      <chakra.ol
        ref={list}
        tabIndex={0}
        aria-label="Stops"
        listStyleType="none"
        m="0"
        p="0"
        pt="2"
        display="flex"
        gap="2"
        overflowX="auto"
        pb="2"
      >
        {job.route.map((stop) => {
          const { done, of, names } = atStop(rules, job, state, stop);
          const whole = done === of;
          const here = stop.letter === state.stop?.letter;
          return (
            <chakra.li
              key={stop.letter}
              data-stop={stop.letter}
              flex="1 0 132px"
              maxWidth="240px"
              minHeight="104px"
              p="3"
              borderRadius="plate"
              border={stop.letter === coming ? "4px solid" : "2px solid"}
              borderColor={stop.letter === coming ? "now" : whole ? "set" : "ink"}
              bg="sheet"
            >
              <chakra.p display="flex" justifyContent="space-between" alignItems="baseline" gap="2">
                <chakra.span fontFamily="stamp" fontWeight={600} fontSize="26px" lineHeight={1}>
                  {stop.letter}
                </chakra.span>
                <chakra.span
                  fontFamily="stamp"
                  fontWeight={600}
                  fontSize="16px"
                  color={stop.letter === coming ? "now" : whole ? "set" : "soft"}
                >
                  {stop.letter === coming ? "to here" : whole ? "done ✓" : here ? "you are here" : `${done} of ${of}`}
                </chakra.span>
              </chakra.p>
              <chakra.p fontSize="16px" pt="1">
                {names.join(", ")}
              </chakra.p>
            </chakra.li>
          );
        })}
      </chakra.ol>
    </chakra.section>
  );
}
