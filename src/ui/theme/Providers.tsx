"use client";

import { ChakraProvider } from "@chakra-ui/react/styled-system";
import { QueryClientProvider } from "@tanstack/react-query";
import { ThemeProvider } from "next-themes";
import { type ReactNode, useState } from "react";
import { newQueryClient } from "../query";
import { StyleRegistry } from "./StyleRegistry";
import { system } from "./system";

interface Props {
  readonly children: ReactNode;
  /** That of this answer, for what is written into the page itself. */
  readonly nonce: string | undefined;
}

export function Providers({ children, nonce }: Props) {
  const [client] = useState(newQueryClient);
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider attribute="class" disableTransitionOnChange {...(nonce === undefined ? {} : { nonce })}>
          <QueryClientProvider client={client}>{children}</QueryClientProvider>
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
