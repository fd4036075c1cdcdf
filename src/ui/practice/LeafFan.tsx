"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useRef, useState } from "react";
import type { Drag } from "@/core/practice/bench/feel";
import { Button } from "../controls/Button";

export interface LeafShown {
  readonly mm: number;
  /** As it is stamped, with its unit. */
  readonly text: string;
}

interface Props {
  readonly leaves: readonly LeafShown[];
  /** What each was felt to do at the valve in hand. */
  readonly felt: ReadonlyMap<number, Drag>;
  /** Several held together; null where one is slid in by itself. */
  readonly together: readonly number[] | null;
  readonly onLeaf: (mm: number) => void;
  /** The leaf that is brought into sight first. */
  readonly nearMm: number | null;
}

const MARK: Readonly<Record<Drag, string>> = { none: "drops in", light: "light", firm: "hard", stuck: "no" };

/** The fan of the set: a leaf that is tapped is slid in. */
/** A leaf that is dragged up by so many pixels is slid in. */
const PULL = 28;

export function LeafFan({ leaves, felt, together, onLeaf, nearMm }: Props) {
  const row = useRef<HTMLDivElement>(null);
  const [pulled, setPulled] = useState<{ readonly mm: number; readonly fromY: number; readonly byY: number } | null>(
    null,
  );
  /** It was dragged in: the click that follows is the same hand. */
  const slid = useRef(false);
  useEffect(() => {
    if (nearMm === null) return;
    const near = leaves.reduce<LeafShown | null>(
      (best, l) => (best === null || Math.abs(l.mm - nearMm) < Math.abs(best.mm - nearMm) ? l : best),
      null,
    );
    const leaf = row.current?.querySelector<HTMLElement>(`[data-leaf="${near?.mm ?? ""}"]`);
    if (leaf != null && row.current !== null) row.current.scrollLeft = leaf.offsetLeft - row.current.clientWidth / 2;
  }, [leaves, nearMm]);
  return (
    <chakra.div
      ref={row}
      role="group"
      aria-label="Leaves"
      display="flex"
      gap="1.5"
      overflowX="auto"
      py="2"
      px="1"
      position="relative"
    >
      {leaves.map(({ mm, text }) => {
        const drag = felt.get(mm);
        const goes = drag === "none" || drag === "light";
        return (
          <Button
            key={mm}
            type="button"
            data-leaf={mm}
            aria-label={`${text}${drag === undefined ? "" : `: ${MARK[drag]}`}`}
            aria-pressed={together?.includes(mm) ?? false}
            // Across the fan is looked through, up is taken out.
            touchAction="pan-x"
            transform={pulled?.mm === mm ? `translateY(${pulled.byY}px)` : undefined}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              slid.current = false;
              setPulled({ mm, fromY: e.clientY, byY: 0 });
            }}
            onPointerMove={(e) => {
              if (pulled?.mm === mm)
                setPulled({ ...pulled, byY: Math.max(-40, Math.min(0, e.clientY - pulled.fromY)) });
            }}
            onPointerUp={() => {
              slid.current = pulled?.mm === mm && -pulled.byY > PULL;
              setPulled(null);
              if (slid.current) onLeaf(mm);
            }}
            onPointerCancel={() => setPulled(null)}
            onClick={() => {
              if (!slid.current) onLeaf(mm);
              slid.current = false;
            }}
            flex="0 0 auto"
            width="64px"
            minHeight="92px"
            px="0"
            flexDirection="column"
            justifyContent="space-between"
            borderTopRadius="30px"
            borderWidth={together?.includes(mm) === true ? "4px" : "1.5px"}
            bg={drag === undefined ? "sheet" : goes ? "set" : "nowWash"}
            color={goes ? "onSet" : "ink"}
            _hover={{}}
          >
            <chakra.span fontFamily="stamp" fontSize="15px" pt="2">
              {drag === undefined ? "\u00a0" : MARK[drag]}
            </chakra.span>
            <chakra.span fontFamily="mono" fontSize="16px">
              {text.split(" ")[0]}
            </chakra.span>
          </Button>
        );
      })}
    </chakra.div>
  );
}
