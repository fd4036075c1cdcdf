import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";

interface Props {
  readonly title: string;
  readonly lead?: string;
  readonly children: ReactNode;
}

/** A page before one is in: no bar on top, one thing to do. */
export const Threshold = ({ title, lead, children }: Props) => (
  <chakra.main id="main" maxWidth="40rem" mx="auto" px="4" py={{ base: "5", md: "10" }}>
    <chakra.p fontFamily="stamp" fontWeight={600} letterSpacing="0.12em" textTransform="uppercase" color="soft">
      Fulcrata
    </chakra.p>
    <chakra.h1
      fontFamily="stamp"
      fontWeight={600}
      fontSize="32px"
      lineHeight={1.15}
      pb={lead === undefined ? "5" : "2"}
    >
      {title}
    </chakra.h1>
    {lead !== undefined && (
      <chakra.p fontSize="18px" pb="5">
        {lead}
      </chakra.p>
    )}
    {children}
  </chakra.main>
);
