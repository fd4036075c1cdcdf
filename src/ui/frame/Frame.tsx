"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";
import type { Person } from "@/core/shop/person";
import { PageKeys } from "./PageKeys";
import { TopBar } from "./TopBar";

interface Props {
  readonly shopName: string;
  readonly people: readonly Person[];
  readonly person: Person | null;
  readonly children: ReactNode;
}

/** The bar on top, and the page below it. */
export function Frame({ children, ...bar }: Props) {
  return (
    <>
      <TopBar {...bar} />
      <chakra.main id="main" maxWidth="page" mx="auto" px={{ base: "3", md: "6" }} py={{ base: "4", md: "6" }}>
        {children}
      </chakra.main>
      <PageKeys />
    </>
  );
}
