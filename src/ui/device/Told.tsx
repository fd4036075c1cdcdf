"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { RUNS_CACHE } from "@/core/shop/device";
import type { Person } from "@/core/shop/person";
import { keepPageHere } from "../keepPageHere";
import { send } from "../send";
import { signOut } from "../signIn/signOut";
import type { HandedTo } from "./database";
import { handTo } from "./whoHasIt";

const LOOK_MS = 5000;

interface Props {
  readonly to: HandedTo;
  /** Whoever is signed in, as the page has it. */
  readonly person: Person | null;
  readonly onTold: () => void;
}

/** Tells the shop, as soon as it answers, who has this device. */
export function Told({ to, person, onTold }: Props) {
  const router = useRouter();
  const told = useRef(false);
  const latest = useRef(onTold);
  useEffect(() => {
    latest.current = onTold;
  });
  useEffect(() => {
    const back = window.location.pathname + window.location.search;
    const tell = async (): Promise<void> => {
      if (to === "nobody") {
        // Not before the door is open again: nobody would be at work in between.
        if ((await send("GET", "/api/ready")).kind !== "done") return;
        await handTo(null);
        await signOut(back);
        return;
      }
      if (told.current) {
        if (person?.id !== to.person.id) return router.refresh();
        await handTo(null);
        return latest.current();
      }
      const sent = await send("POST", "/api/sign-in/pass", { pass: to.pass });
      if (sent.kind === "unreached") return;
      if (sent.kind === "refused") {
        await handTo(null);
        await signOut(back);
        return;
      }
      told.current = true;
      if ("caches" in window) await caches.delete(RUNS_CACHE).catch(() => false);
      router.refresh();
      void keepPageHere().catch(() => undefined);
    };
    void tell();
    const again = setInterval(() => void tell(), LOOK_MS);
    return () => clearInterval(again);
  }, [to, person, router]);
  return null;
}
