import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import { Stamp } from "./Stamp";

interface Props {
  /** Whose and what it is, small above the title. */
  readonly stamp: ReactNode;
  readonly title: string;
  /** A line under the title. */
  readonly line?: string;
  /** What is done with it; not printed. */
  readonly actions: ReactNode;
  readonly children: ReactNode;
}

/** A sheet as it comes out of the printer, shown on the screen. */
export const PaperSheet = ({ stamp, title, line, actions, children }: Props) => (
  <chakra.article
    bg="sheet"
    border="2px solid"
    borderColor="ink"
    borderRadius="plate"
    p={{ base: "4", md: "6" }}
    maxWidth="70rem"
    mx="auto"
    _print={{ border: "0", p: "0", bg: "white", maxWidth: "none" }}
  >
    <chakra.header
      display="flex"
      flexWrap="wrap"
      justifyContent="space-between"
      gap="4"
      borderBottom="2px solid"
      borderColor="ink"
      pb="3"
    >
      <div>
        <Stamp>{stamp}</Stamp>
        <chakra.h1 fontFamily="stamp" fontWeight={600} fontSize="32px" lineHeight={1.15}>
          {title}
        </chakra.h1>
        {line !== undefined && <chakra.p fontSize="17px">{line}</chakra.p>}
      </div>
      <chakra.div display="flex" gap="2" flexWrap="wrap" alignItems="start" _print={{ display: "none" }}>
        {actions}
      </chakra.div>
    </chakra.header>
    {children}
  </chakra.article>
);
