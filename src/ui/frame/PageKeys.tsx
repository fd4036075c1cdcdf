"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { type KeyLine, KeysHelp } from "../controls/KeysHelp";

const PAGE_KEYS: readonly KeyLine[] = [
  { keys: "Tab", does: "go on to the next thing, Shift Tab back" },
  { keys: "Enter", does: "do it, or open it" },
  { keys: "B", does: "to the bench" },
  { keys: "← →", does: "on the wheel or the dial: turn the crank 1°, with Shift 5°" },
  { keys: "Page ↑ ↓", does: "on the wheel or the dial: turn the crank 30°" },
  { keys: "?", does: "show or hide this list" },
];

/** Keys of every place but the run, which has its own. */
export function PageKeys() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea, select") !== null;
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "?") setOpen((now) => !now);
      else if (event.key === "Escape") setOpen(false);
      else if (event.key.toLowerCase() === "b") router.push("/");
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [router]);
  return open ? <KeysHelp lines={PAGE_KEYS} onClose={() => setOpen(false)} /> : null;
}
