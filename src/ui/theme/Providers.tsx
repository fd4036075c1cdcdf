"use client";

import { ChakraProvider } from "@chakra-ui/react/styled-system";
import { QueryClientProvider } from "@tanstack/react-query";
import { ThemeProvider } from "next-themes";
import { type ReactNode, useState } from "react";
import { newQueryClient } from "../query";
import { StyleRegistry } from "./StyleRegistry";
import { system } from "./system";

export function Providers({ children }: { readonly children: ReactNode }) {
  const [client] = useState(newQueryClient);
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider attribute="class" disableTransitionOnChange>
          <QueryClientProvider client={client}>{children}</QueryClientProvider>
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
