"use client";

import { useEffect } from "react";
import { spoken } from "./spoken";

/**
 * Says the sentence with the browser's own voice whenever it changes, and what goes wrong as soon as it does: that
 * comes first, and the sentence after it.
 */
export function useVoice(sentence: string, trouble: string, on: boolean): void {
  useEffect(() => {
    if (!on || !("speechSynthesis" in window)) return;
    window.speechSynthesis.cancel();
    for (const words of [trouble, sentence].filter((w) => w !== ""))
      window.speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(words)));
    return () => window.speechSynthesis.cancel();
  }, [sentence, trouble, on]);
}
