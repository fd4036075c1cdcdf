"use client";

import { useQuery } from "@tanstack/react-query";
import type { CatalogueItem } from "@/core/parts/order";
import type { DrawerPartKind } from "@/core/parts/part";
import { Unanswered, asked } from "../query";

export interface Catalogue {
  /** Null while it is asked, and while the supplier does not answer. */
  readonly items: readonly CatalogueItem[] | null;
  readonly state: "asking" | "here" | "down";
  readonly askAgain: () => void;
}

/** After so long a supplier that did not answer is asked again. */
const AGAIN_MS = 8000;

/** What the supplier sells of one kind. The page waits for nothing: what is in stock is worked out meanwhile. */
export function useCatalogue(kind: DrawerPartKind, diameterMm: number | null): Catalogue {
  const size = diameterMm === null ? "" : `&diameterMm=${diameterMm}`;
  const { data, error, refetch } = useQuery({
    queryKey: ["catalogue", kind, diameterMm],
    queryFn: () => asked<{ items: CatalogueItem[] | null }>("GET", `/api/supplier/catalogue?kind=${kind}${size}`),
    retry: false,
    refetchOnWindowFocus: false,
    // A shop without a supplier said so: that is no reason to ask for ever.
    refetchInterval: ({ state }) => {
      const down = state.data?.items === null || (state.error instanceof Unanswered && !state.error.refused);
      return down ? AGAIN_MS : false;
    },
  });
  const items = data?.items ?? null;
  const state = items !== null ? "here" : error !== null || data !== undefined ? "down" : "asking";
  return { items, state, askAgain: () => void refetch() };
}
