import { useSyncExternalStore } from "react";

const never = (): (() => void) => () => {};

/** False in what the server sent, true once the page listens. */
export const useHydrated = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
