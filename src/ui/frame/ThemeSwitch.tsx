"use client";

import { useTheme } from "next-themes";
import { useSyncExternalStore } from "react";
import { Button } from "../controls/Button";

const never = (): (() => void) => () => undefined;

/** Day paper or engine room. */
export function ThemeSwitch() {
  const { resolvedTheme, setTheme } = useTheme();
  // The server can't know the theme: until the page is live the words stay neutral.
  const live = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const dark = live && resolvedTheme === "dark";
  return (
    <Button
      type="button"
      fontSize="16px"
      px="3"
      aria-label={dark ? "Light, day paper" : "Dark, for the engine room"}
      onClick={() => setTheme(dark ? "light" : "dark")}
    >
      {dark ? "Light" : "Dark"}
    </Button>
  );
}
