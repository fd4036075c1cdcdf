"use client";

import { useQuery } from "@tanstack/react-query";
import dynamic from "next/dynamic";
import { type ReactNode, createContext, useContext } from "react";
import type { Person } from "@/core/shop/person";
import type { HandedTo } from "./database";
import { handedTo } from "./whoHasIt";

const LazyDoor = dynamic(async () => (await import("./OfflineDoor")).OfflineDoor, { ssr: false });

const LazyTold = dynamic(async () => (await import("./Told")).Told, { ssr: false });

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
  const here = to === null ? person : to === "nobody" ? null : to.person;
  return (
    <PassHere.Provider value={to === null || to === "nobody" ? null : to.pass}>
      {to !== null && <LazyTold to={to} person={person} onTold={() => void refetch()} />}
      {to === "nobody" && <LazyDoor onTaken={() => void refetch()} />}
      {/* Until it is known who is at work, nothing is entered in anybody's name. */}
      {children !== undefined && <div inert={shared && isPending}>{children(here)}</div>}
    </PassHere.Provider>
  );
}
