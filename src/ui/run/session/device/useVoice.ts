"use client";

import { useEffect } from "react";
import { spoken } from "./spoken";

/** Says the sentence with the browser's own voice whenever it changes. */
export function useVoice(sentence: string, on: boolean): void {
  useEffect(() => {
    if (!on || !("speechSynthesis" in window)) return;
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(sentence)));
    return () => window.speechSynthesis.cancel();
  }, [sentence, on]);
}
