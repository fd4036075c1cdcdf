"use client";

import { useState } from "react";
import type { Instruction } from "../words/shape";

/** The answer that the first key gives; another instruction begins with its large button. */
export function useMarked({ title, choices }: Instruction) {
  const [marked, setMarked] = useState({ of: "", index: 0 });
  const of = `${title}|${choices.length}`;
  return {
    marked: Math.min(marked.of === of ? marked.index : 0, choices.length),
    mark: (index: number) => setMarked({ of, index }),
  };
}
