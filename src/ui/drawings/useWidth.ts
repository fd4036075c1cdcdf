"use client";

import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** The width that an element is given, in whole pixels; a guess until it is laid out. */
export function useWidth(guess: number): readonly [RefObject<HTMLDivElement | null>, number] {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(guess);
  useLayoutEffect(() => {
    const element = box.current;
    if (element === null) return;
    const measure = (): void => setWidth(Math.floor(element.getBoundingClientRect().width));
    // Before the first paint, so that nothing is ever seen in the guessed width.
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    return () => watcher.disconnect();
  }, []);
  return [box, width];
}
