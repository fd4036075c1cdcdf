"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { send } from "../send";

/** A supplier's day is long, but a supplier that was down may be back any moment. */
const EVERY_MS = 4000;

/** While anything is open: has it sent, and asked after; the page is drawn anew when something changed. */
export function useFollowOrders(open: boolean): void {
  const router = useRouter();
  useEffect(() => {
    if (!open) return;
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const follow = async (): Promise<void> => {
      const sent = await send<{ changed: number }>("POST", "/api/orders/follow", {});
      if (gone) return;
      if (sent.kind === "done" && sent.data.changed > 0) router.refresh();
      timer = setTimeout(() => void follow(), EVERY_MS);
    };
    void follow();
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [open, router]);
}
