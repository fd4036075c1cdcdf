"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type ReactNode, useMemo, useState } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import { useWidth } from "../useWidth";
import { type HeadLayout, type HeadView, layHead } from "./geometry";

/** The laid head, and the element that scrolls it where fingers need more room than there is. */
export interface Framed {
  readonly layout: HeadLayout;
  readonly scroller: HTMLElement | null;
}

interface Props {
  readonly file: EngineFile;
  readonly view: HeadView;
  readonly children: (framed: Framed) => ReactNode;
  /** Lies over what is seen of the head, and does not scroll. */
  readonly over?: (framed: Framed) => ReactNode;
}

/** The head laid out in the width it is given. */
export function HeadFrame({ file, view, children, over }: Props) {
  const [box, width] = useWidth(560);
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const layout = useMemo(() => layHead(file, width, view), [file, width, view]);
  const framed = useMemo(() => ({ layout, scroller }), [layout, scroller]);
  const scrolls = layout.width > width;
  return (
    <chakra.div ref={box} position="relative" width="full">
      <chakra.div
        ref={setScroller}
        // Until the page works by itself its width is guessed: nothing scrolls then that no key could reach.
        overflowX={scrolls ? "auto" : "hidden"}
        width="full"
        {...(scrolls ? { tabIndex: 0, role: "region", "aria-label": "Head map, scrolls sideways" } : {})}
      >
        {children(framed)}
      </chakra.div>
      {over?.(framed)}
    </chakra.div>
  );
}
