"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { ReactNode } from "react";

/** Something that is ticked. */
export function Tick({
  on,
  onToggle,
  children,
}: {
  readonly on: boolean;
  readonly onToggle: () => void;
  readonly children: ReactNode;
}) {
  return (
    <chakra.label
      display="grid"
      gridTemplateColumns="32px 1fr"
      gap="3"
      py="3"
      minHeight="56px"
      alignItems="center"
      borderTop="1px solid"
      borderColor="line"
      fontSize="18px"
      cursor="pointer"
    >
      <input
        type="checkbox"
        checked={on}
        onChange={onToggle}
        style={{ width: 28, height: 28, accentColor: "var(--f-colors-set)" }}
      />
      <span>{children}</span>
    </chakra.label>
  );
}

/** The list with the one, or without it where it was there. */
export const toggled = (list: readonly string[], id: string): string[] =>
  list.includes(id) ? list.filter((x) => x !== id) : [...list, id];
