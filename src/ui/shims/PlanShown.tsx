import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import type { ShimPlan } from "@/core/shims/assign";
import { stepOf } from "@/core/shims/wanted";
import { usePrice } from "../controls/ways";
import { PlateHeading, Stamp } from "../controls/Stamp";
import { type PlanContext, changesOf, headWords, noneFits, pickWords } from "./planWords";
import { chains, leftOpen } from "./typedParts";

interface Props {
  readonly plan: ShimPlan;
  readonly context: PlanContext;
  /** The one thing to do about it, right under what comes of it. */
  readonly children: ReactNode;
}

/** What comes of a plan, what to do about it, and which part goes where. */
export function PlanShown({ plan, context, children }: Props) {
  const price = usePrice();
  const moved = chains(plan);
  const open = leftOpen(plan);
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <PlateHeading>{headWords(plan, context.catalogue, price)}</PlateHeading>
      {children}
      <chakra.ul m="0" pl="5" fontSize="17px" listStyleType="square">
        {changesOf(plan).map((p) => (
          <li key={p.position}>{pickWords(p, context)}</li>
        ))}
        {plan.unserved.map((u) => (
          <chakra.li key={u.position} color="now" fontWeight={600}>
            {noneFits(u, context.positions, stepOf(context.catalogue.map((i) => i.thicknessMm)))}
          </chakra.li>
        ))}
      </chakra.ul>
      {open.length > 0 && (
        <chakra.p fontSize="17px" pt="1" color="now" fontWeight={600}>
          {open.join(", ")} would stand without any part, as its own serves elsewhere: buy what is missing, or let no
          part change places.
        </chakra.p>
      )}
      {moved.length > 0 && (
        <chakra.p fontSize="17px" pt="2">
          <Stamp>Who gives to whom</Stamp> {moved.join("; ")}
        </chakra.p>
      )}
      {plan.leftOver.length > 0 && (
        <chakra.p fontSize="16px" color="soft" pt="1">
          Left over, back into stock: {plan.leftOver.join(", ")}.
        </chakra.p>
      )}
    </chakra.div>
  );
}
