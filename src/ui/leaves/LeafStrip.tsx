"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { MAX_STACK } from "@/core/lash/leaf";
import type { School } from "@/core/lash/school";
import type { FeelerSet } from "@/core/shop/feelerSet";
import { Button } from "../controls/Button";
import { Stamp } from "../controls/Stamp";
import { type Blade, NONE_KEY, type Tap, type Taps, bladeOfKey, singleBlades } from "./taps";

interface Props {
  readonly set: FeelerSet;
  readonly taps: Taps;
  /** The blade that is advised next. */
  readonly tryKey: string | null;
  readonly onTap: (key: string) => void;
  readonly onClear: () => void;
  readonly school: School;
  /** Low, and without stacks: wires, or where little room is. */
  readonly low?: boolean;
}

/**
 * The mechanic's own set: tapped once, twice or three times, as this person's school reads a leaf. Several leaves
 * make a stack.
 */
export function LeafStrip({ set, taps, tryKey, onTap, onClear, school, low = false }: Props) {
  const [picked, setPicked] = useState<readonly number[] | null>(null);
  const row = useRef<HTMLDivElement>(null);
  const latest = useRef(onTap);
  useEffect(() => {
    latest.current = onTap;
  });
  const stacking = picked !== null;
  const pick = useCallback((key: string) => setPicked((now) => picking(now ?? [], Number(key))), []);
  const tappedMs = useRef(-Infinity);
  const tapNow = useCallback((key: string) => {
    tappedMs.current = performance.now();
    latest.current(key);
  }, []);
  const stack =
    picked !== null && picked.length > 1 ? bladeOfKey([...picked].sort((a, b) => a - b).join("+"), set) : null;
  const singles = useMemo(() => singleBlades(set), [set]);
  const blades = useMemo(() => bladesShown(singles, set, taps, tryKey), [singles, set, taps, tryKey]);
  useEffect(() => {
    const show = (): void =>
      row.current
        ?.querySelector(`[data-blade="${tryKey ?? Object.keys(taps)[0] ?? ""}"]`)
        ?.scrollIntoView({ inline: "center", block: "nearest" });
    // No leaf moves away from under a finger that taps twice.
    const timer = setTimeout(show, tappedMs.current + STILL_MS - performance.now());
    return () => clearTimeout(timer);
  }, [tryKey, taps]);
  return (
    <chakra.section aria-label="Feeler leaves" minWidth="0" p={low ? "0" : { base: "3", lg: "4" }}>
      <chakra.div
        display="flex"
        justifyContent="space-between"
        alignItems="center"
        gap="3"
        pb="2"
        minHeight={low ? "0" : "44px"}
      >
        <Stamp>
          {set.name} ·{" "}
          {stacking
            ? stack === null
              ? "tap two or three leaves"
              : `stack of ${stack.text}, ${shownSum(stack, set)}`
            : HOW_TO_TAP[school === "go-no-go" ? "go-no-go" : "drag"]}
        </Stamp>
        <chakra.span display="flex" gap="2" flex="0 0 auto">
          {stack !== null && (
            <Button
              type="button"
              kind="quiet"
              onClick={() => {
                onTap(stack.key);
                setPicked(null);
              }}
            >
              This stack goes
            </Button>
          )}
          {stack !== null && (
            <Button
              type="button"
              kind="quiet"
              onClick={() => {
                onTap(stack.key);
                onTap(stack.key);
                setPicked(null);
              }}
            >
              It does not
            </Button>
          )}
          {!low && (
            <Button
              type="button"
              kind="quiet"
              aria-pressed={stacking}
              onClick={() => setPicked(stacking ? null : [])}
            >
              {stacking ? "No stack" : "Stack"}
            </Button>
          )}
          {Object.keys(taps).length > 0 && !stacking && (
            <Button type="button" kind="quiet" onClick={onClear}>
              Clear
            </Button>
          )}
        </chakra.span>
      </chakra.div>
      <chakra.div
        ref={row}
        role="group"
        aria-label={`Leaves of ${set.name}`}
        display="flex"
        gap="2"
        overflowX="auto"
        pb="2"
        px="1"
        pt="1"
      >
        <LeafButton
          blade={null}
          tap={taps[NONE_KEY]}
          wanted={tryKey === NONE_KEY}
          set={set}
          low={low}
          onTap={tapNow}
        />
        {blades.map((b) => (
          <LeafButton
            key={b.key}
            blade={b}
            tap={taps[b.key]}
            wanted={tryKey === b.key}
            set={set}
            low={low}
            picked={stacking && b.indices.every((i) => picked.includes(i))}
            onTap={stacking && b.indices.length === 1 ? pick : tapNow}
          />
        ))}
      </chakra.div>
    </chakra.section>
  );
}

/** How long the strip lies still after a tap. */
const STILL_MS = 700;

/** All single leaves, and the stacks that are advised or tapped, by thickness. */
function bladesShown(singles: readonly Blade[], set: FeelerSet, taps: Taps, tryKey: string | null): Blade[] {
  const stacks = [...new Set([...Object.keys(taps), ...(tryKey === null ? [] : [tryKey])])]
    .filter((key) => key.includes("+"))
    .flatMap((key) => bladeOfKey(key, set) ?? []);
  return [...singles, ...stacks].sort((a, b) => a.mm - b.mm);
}

interface LeafProps {
  readonly blade: Blade | null;
  readonly tap: Tap | undefined;
  readonly wanted: boolean;
  readonly set: FeelerSet;
  /** Laid aside for a stack. */
  readonly picked?: boolean;
  readonly low: boolean;
  readonly onTap: (key: string) => void;
}

const TAP_WORDS: Record<Tap, string> = { goes: "goes", no: "no", drag: "drags" };
const SAID_WORDS: Record<Tap, string> = { goes: ": goes", no: ": does not go", drag: ": drags" };
const HOW_TO_TAP = {
  "go-no-go": "tap once what goes, twice what does not",
  drag: "tap the leaf that drags, twice what does not go",
};

/** Picks a leaf for a stack, or puts it back; three are the most. */
const picking = (picked: readonly number[], leaf: number): readonly number[] =>
  picked.includes(leaf) ? picked.filter((i) => i !== leaf) : [...picked, leaf].slice(-MAX_STACK);

/** Drawn anew only when something is said about this very leaf: a set may have sixty. */
const LeafButton = memo(function LeafButton({ blade, tap, wanted, set, low, picked = false, onTap }: LeafProps) {
  const key = blade?.key ?? NONE_KEY;
  const stack = blade !== null && blade.indices.length > 1;
  const only = blade !== null && blade.indices.length === 1 ? set.leaves[blade.indices[0] ?? 0] : undefined;
  const [main, other] = set.system === "metric" ? [only?.mmMark, only?.inchMark] : [only?.inchMark, only?.mmMark];
  const said = tap === undefined ? (wanted ? ", to be tried now" : "") : SAID_WORDS[tap];
  const name =
    blade === null
      ? `No leaf goes${tap === undefined ? "" : ": said"}`
      : `${stack ? "stack " : ""}${blade.text}${said}`;
  return (
    <chakra.button
      type="button"
      data-blade={key}
      data-mm={blade?.mm}
      data-tap={tap ?? "none"}
      aria-label={name}
      aria-pressed={tap !== undefined || picked}
      onClick={() => onTap(key)}
      flex="0 0 auto"
      minWidth={stack ? "104px" : "60px"}
      height={low ? "80px" : "128px"}
      transform={picked ? "translateY(-6px)" : undefined}
      display="flex"
      flexDirection="column"
      justifyContent="space-between"
      alignItems="center"
      py={low ? "1" : "3"}
      px="1"
      cursor="pointer"
      borderRadius={blade === null ? "4px" : "30px 30px 4px 4px"}
      border={wanted && tap === undefined ? "4px solid" : "2px solid"}
      borderColor={tap === "goes" || tap === "drag" ? "set" : tap === "no" || wanted ? "now" : "ink"}
      color={tap === "goes" || tap === "drag" ? "onSet" : "ink"}
      bg={tap === "goes" || tap === "drag" ? "set" : tap === "no" ? "nowWash" : blade === null ? "sheet" : "steel"}
      backgroundImage={
        tap === undefined && blade !== null
          ? "linear-gradient(90deg, var(--f-colors-steel), var(--f-colors-steel-dark))"
          : undefined
      }
    >
      <chakra.span fontFamily="stamp" fontWeight={600} fontSize="16px" minHeight="22px">
        {picked ? "stack" : tap === undefined ? (wanted ? "try" : "") : TAP_WORDS[tap]}
      </chakra.span>
      <chakra.span textAlign="center" lineHeight={1.15}>
        <chakra.span display="block" fontFamily="mono" fontSize={stack ? "17px" : "20px"} whiteSpace="nowrap">
          {blade === null
            ? "none"
            : stack
              ? blade.text.split(" ").slice(0, -1).join("").replaceAll("+", " + ")
              : main}
        </chakra.span>
        <chakra.span display="block" fontFamily="mono" fontSize="15px">
          {blade === null ? "goes" : stack ? `= ${shownSum(blade, set)}` : (other ?? "")}
        </chakra.span>
      </chakra.span>
    </chakra.button>
  );
});

const shownSum = (blade: Blade, set: FeelerSet): string =>
  set.system === "metric" ? blade.mm.toFixed(2) : (blade.mm / 25.4).toFixed(4).replace(/^0/, "").replace(/0$/, "");
