"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { type Order, isOpen } from "@/core/parts/order";
import { send } from "../send";

/** A supplier's day is long, but a supplier that was down may be back any moment. */
const EVERY_MS = 4000;

/** While anything is open: has it sent, and asked after; the page is drawn anew when it shows something that is no longer so. */
export function useFollowOrders(orders: readonly Order[]): void {
  const router = useRouter();
  // Told by what is shown: another device may have been answered first.
  const shown = JSON.stringify(Object.fromEntries(orders.map((o) => [o.id, o.state])));
  const open = orders.some(isOpen);
  useEffect(() => {
    if (!open) return;
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const states = JSON.parse(shown) as Record<string, string>;
    const follow = async (): Promise<void> => {
      const sent = await send<{ states: Record<string, string> }>("POST", "/api/orders/follow", {
        ids: Object.keys(states),
      });
      if (gone) return;
      if (sent.kind === "done" && Object.entries(sent.data.states).some(([id, state]) => states[id] !== state))
        router.refresh();
      timer = setTimeout(() => void follow(), EVERY_MS);
    };
    void follow();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [open, shown, router]);
}
