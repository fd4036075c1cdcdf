"use client";

import { useCallback, useEffect, useState } from "react";
import type { CatalogueItem } from "@/core/parts/order";
import type { DrawerPartKind } from "@/core/parts/part";
import { send } from "../send";

export interface Catalogue {
  /** Null while it is asked, and while the supplier does not answer. */
  readonly items: readonly CatalogueItem[] | null;
  readonly state: "asking" | "here" | "down";
  readonly askAgain: () => void;
}

/** After so long a supplier that did not answer is asked again. */
const AGAIN_MS = 8000;

/** What the supplier sells of one kind. The page waits for nothing: what is in the drawers is worked out meanwhile. */
export function useCatalogue(kind: DrawerPartKind, diameterMm: number | null): Catalogue {
  const [asked, setAsked] = useState(0);
  const [heard, setHeard] = useState<Pick<Catalogue, "items" | "state">>({ items: null, state: "asking" });
  useEffect(() => {
    let gone = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    void send<{ items: CatalogueItem[] | null }>(
      "GET",
      `/api/supplier/catalogue?kind=${kind}${diameterMm === null ? "" : `&diameterMm=${diameterMm}`}`,
    ).then((sent) => {
      if (gone) return;
      const items = sent.kind === "done" ? sent.data.items : null;
      setHeard({ items, state: items === null ? "down" : "here" });
      // A shop without a supplier said so: that is no reason to ask for ever.
      if (items === null && sent.kind !== "refused") again = setTimeout(() => setAsked((n) => n + 1), AGAIN_MS);
    });
    return () => {
      gone = true;
      clearTimeout(again);
    };
  }, [kind, diameterMm, asked]);
  return { ...heard, askAgain: useCallback(() => setAsked((n) => n + 1), []) };
}
