"use client";

import { usePathname } from "next/navigation";
import { useEffect } from "react";

/** The page that was there before; null on the first, which a browser begins itself. */
let before: string | null = null;

/** What can be gone to in a page that is new. */
const HEADING = "main h1";

/**
 * Keeps the focus where things happen. A page that was gone to begins at its heading; what had the focus and is gone
 * (a form that was sent, a button that became something else) leaves it to the nearest part around it, and a button
 * that rested while something was sent gets it back.
 */
export function FocusKeeper() {
  const path = usePathname();
  useEffect(() => {
    // A page that says itself where one begins is left alone.
    const placed = document.getElementById("main")?.contains(document.activeElement) === true;
    if (before !== null && !placed)
      goTo(document.querySelector<HTMLElement>(HEADING) ?? document.getElementById("main"));
    before = path;
  }, [path]);
  useEffect(() => keepFocus(document), []);
  return null;
}

/** The part gets the focus without becoming a stop of the Tab key. */
function goTo(part: HTMLElement | null | undefined): void {
  if (part == null) return;
  if (!part.hasAttribute("tabindex")) part.tabIndex = -1;
  part.style.outline = "0";
  part.focus({ preventScroll: part.tagName !== "H1" });
}

const PARTS = "form, section, fieldset, [role=group], article, main";

/** @returns what ends it */
export function keepFocus(page: Document): () => void {
  let last: { readonly at: HTMLElement; readonly around: readonly HTMLElement[] } | null = null;
  const focused = ({ target }: FocusEvent): void => {
    if (!(target instanceof HTMLElement)) return;
    const around: HTMLElement[] = [];
    for (let e = target.parentElement; e !== null; e = e.parentElement) if (e.matches(PARTS)) around.push(e);
    last = { at: target, around };
  };
  // Somebody tapped beside it: that was meant.
  const tapped = (): void => {
    if (page.activeElement === page.body) last = null;
  };
  const changed = new MutationObserver(() => {
    // The run has keys of its own for all that is done there, whatever has the focus.
    if (last === null || page.activeElement !== page.body || page.querySelector("[data-main]") !== null) return;
    const { at, around } = last;
    if (at.isConnected) {
      if (!at.matches(":disabled")) at.focus({ preventScroll: true });
    } else goTo(around.find((part) => part.isConnected));
  });
  page.addEventListener("focusin", focused);
  page.addEventListener("click", tapped);
  changed.observe(page.body, { childList: true, subtree: true, attributeFilter: ["disabled"] });
  return () => {
    page.removeEventListener("focusin", focused);
    page.removeEventListener("click", tapped);
    changed.disconnect();
  };
}
