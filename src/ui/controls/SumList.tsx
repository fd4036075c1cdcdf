import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import type { SumLine } from "@/core/shims/oneValve";
import { Stamp } from "./Stamp";

interface Props {
  readonly title: string;
  readonly lines: readonly SumLine[];
  readonly children?: ReactNode;
}

/** A sum line by line, as on paper, and what is said under it. */
export const SumList = ({ title, lines, children }: Props) => (
  <chakra.div border="1.5px solid" borderColor="edge" borderRadius="plate" bg="sheet" p="3">
    <Stamp color="ink!">{title}</Stamp>
    <chakra.dl display="grid" gridTemplateColumns="1fr auto" columnGap="4" fontSize="17px" m="0" pt="1">
      {lines.map((l) => (
        <chakra.div key={l.what} display="contents">
          <dt>{l.what}</dt>
          <chakra.dd m="0" fontFamily="mono" textAlign="right">
            {l.figure}
          </chakra.dd>
        </chakra.div>
      ))}
    </chakra.dl>
    {children}
  </chakra.div>
);
