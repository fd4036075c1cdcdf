"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useLayoutEffect, useMemo, useRef, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { HeadMapDrawing, type ValveMark } from "./HeadMapDrawing";
import { layHead } from "./geometry";

interface Props {
  readonly file: EngineFile;
  readonly marks: Readonly<Record<string, ValveMark>>;
  readonly notes?: Readonly<Record<string, string>>;
  readonly fromBehind?: boolean;
  readonly onPick?: (valve: string) => void;
}

/** The head map in the width it is given; it scrolls where fingers need more room than that. */
export function HeadMap({ file, marks, notes, fromBehind = false, onPick }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(560);
  useLayoutEffect(() => {
    const element = box.current;
    if (element === null) return;
    const watcher = new ResizeObserver(([entry]) => {
      if (entry !== undefined) setWidth(Math.floor(entry.contentRect.width));
    });
    watcher.observe(element);
    return () => watcher.disconnect();
  }, []);
  const layout = useMemo(() => layHead(file, width, fromBehind), [file, width, fromBehind]);
  const scrolls = layout.width > width;
  return (
    <chakra.div ref={box} overflowX="auto" width="full" {...(scrolls ? { tabIndex: 0, role: "region", "aria-label": "Head map, scrolls sideways" } : {})}>
      <HeadMapDrawing layout={layout} marks={marks} {...(notes === undefined ? {} : { notes })} {...(onPick === undefined ? {} : { onPick })} />
    </chakra.div>
  );
}
