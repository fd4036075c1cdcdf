"use client";

import { useQuery } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { type Order, isOpen, standing } from "@/core/parts/order";
import { asked } from "../query";

/** A supplier's day is long, but a supplier that was down may be back any moment. */
const EVERY_MS = 4000;

/** While anything is open: has it sent, and asked after; the page is drawn anew when it shows something that is no longer so. */
export function useFollowOrders(orders: readonly Order[]): void {
  const router = useRouter();
  const ids = orders.map((o) => o.id);
  const { data } = useQuery({
    queryKey: ["orders", ...ids],
    queryFn: () => asked<{ states: Record<string, string> }>("POST", "/api/orders/follow", { ids }),
    enabled: orders.some(isOpen),
    refetchInterval: EVERY_MS,
    retry: false,
  });
  // Told by what is shown: another device may have been answered first.
  const changed =
    data !== undefined && orders.some((o) => data.states[o.id] !== undefined && data.states[o.id] !== standing(o));
  useEffect(() => {
    if (changed) router.refresh();
  }, [changed, data, router]);
}
