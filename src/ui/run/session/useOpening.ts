"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { Ledger } from "../model";
import type { Instruction } from "../words/shape";

/**
 * Opens a page that the shop draws from the ledger: once all that was entered is kept, since it would not be there
 * else; not where something else is told by then.
 */
export function useOpening(
  jobId: string,
  { pending }: Ledger,
  { button, choices }: Instruction,
): (path: string) => void {
  const router = useRouter();
  const [asked, setAsked] = useState<{ readonly path: string } | null>(null);
  const kept = pending.size === 0;
  const offered = [button, ...choices].some((c) => c?.action.kind === "open" && c.action.path === asked?.path);
  if (asked !== null && !offered) setAsked(null);
  useEffect(() => {
    if (asked !== null && kept) router.push(`/jobs/${jobId}/${asked.path}`);
  }, [asked, kept, jobId, router]);
  return (path) => setAsked({ path });
}
