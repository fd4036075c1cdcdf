"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useQuery } from "@tanstack/react-query";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { type ReactNode, createContext, useContext, useEffect, useRef } from "react";
import { RUNS_CACHE } from "@/core/shop/device";
import type { Person } from "@/core/shop/person";
import { keepPageHere } from "../keepPageHere";
import { send } from "../send";
import { signOut } from "../signIn/signOut";
import type { HandedTo } from "./database";
import { handTo, handedTo } from "./passes";

const LazyDoor = dynamic(async () => (await import("./OfflineDoor")).OfflineDoor, { ssr: false });

const PassHere = createContext<string | null>(null);
/** What proves whoever took this device over while the shop did not answer; null where the session does. */
export const usePass = (): string | null => useContext(PassHere);

const LOOK_MS = 5000;

interface Props {
  /** Whoever is signed in, as the page has it. */
  readonly person: Person | null;
  /** The device is a shared one. */
  readonly shared: boolean;
  readonly children?: (person: Person | null) => ReactNode;
}

/**
 * Who is at work on a shared device: whoever is signed in, or took it over while the shop did not answer. As soon as it
 * answers again it learns who that is.
 */
export function Handed({ person, shared, children }: Props) {
  const { data, refetch, isPending } = useQuery({
    queryKey: ["handed", shared],
    queryFn: async (): Promise<{ to: HandedTo | null }> => ({ to: shared ? await handedTo() : null }),
    networkMode: "always",
    retry: false,
    refetchInterval: shared ? LOOK_MS : false,
  });
  const to = data?.to ?? null;
  useTold(to, person, () => void refetch());
  const here = to === null ? person : to === "nobody" ? null : to.person;
  return (
    <PassHere.Provider value={to === null || to === "nobody" ? null : to.pass}>
      {to === "nobody" && <LazyDoor onTaken={() => void refetch()} />}
      {/* Until it is known who is at work, nothing is entered in anybody's name. */}
      <chakra.div display="contents" inert={shared && isPending}>
        {children?.(here)}
      </chakra.div>
    </PassHere.Provider>
  );
}

/** Tells the shop, as soon as it answers, who has this device. */
function useTold(to: HandedTo | null, person: Person | null, onTold: () => void): void {
  const router = useRouter();
  const told = useRef(false);
  const latest = useRef(onTold);
  useEffect(() => {
    latest.current = onTold;
  });
  useEffect(() => {
    if (to === null) return undefined;
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
}
