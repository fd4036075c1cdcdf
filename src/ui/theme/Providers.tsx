"use client";

import { ChakraProvider } from "@chakra-ui/react/styled-system";
import { ThemeProvider } from "next-themes";
import type { ReactNode } from "react";
import { StyleRegistry } from "./StyleRegistry";
import { system } from "./system";

export function Providers({ children }: { readonly children: ReactNode }) {
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider attribute="class" disableTransitionOnChange>
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
