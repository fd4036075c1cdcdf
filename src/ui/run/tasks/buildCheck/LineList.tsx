import { chakra } from "@chakra-ui/react/styled-system";
import { useEffect, useRef } from "react";
import { linesOf } from "@/core/job/tasks/buildCheck";
import type { LineState } from "@/core/job/tasks/buildCheck/line";
import type { BuildCheckTask } from "@/core/job/tasks/buildCheck/plan";
import { Button } from "../../../controls/Button";
import type { Run } from "../../model";
import { lineInHand } from "./words";

/** Every line with how it stands: one that is open is taken in hand by a tap, one that is done can be taken back. */
export function LineList({ run }: { readonly run: Run<BuildCheckTask> }) {
  const { context, now } = run;
  const inHand = lineInHand(context, now)?.line.id ?? null;
  return (
    <chakra.ol listStyleType="none" m="0" p="0" pt="1" flex="1" data-lines>
      {linesOf(context.job, now.state).map((at) => (
        <LineRow
          key={at.line.id}
          at={at}
          inHand={at.line.id === inHand}
          onPick={now.state.ended ? null : () => run.choose(at.line.id)}
          onBack={now.state.ended ? null : () => run.act({ kind: "again", valve: at.line.id })}
        />
      ))}
    </chakra.ol>
  );
}

interface RowProps {
  readonly at: LineState;
  readonly inHand: boolean;
  readonly onPick: (() => void) | null;
  readonly onBack: (() => void) | null;
}

function LineRow({ at, inHand, onPick, onBack }: RowProps) {
  const { line, done } = at;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (inHand && row.current !== null) bringInto(row.current);
  }, [inHand]);
  const title = line.title.replace(/\.$/, "");
  return (
    <chakra.li
      ref={row}
      display="flex"
      alignItems="center"
      gap="3"
      minHeight="56px"
      px="2"
      borderTop="1px solid"
      borderColor="line"
      bg={inHand ? "nowWash" : "sheet"}
      data-line={line.id}
      data-stands={standsOf(at)}
    >
      <Mark at={at} inHand={inHand} />
      {done || onPick === null ? (
        <chakra.span flex="1" fontSize="17px" color={done ? "soft" : undefined}>
          {title}
          <chakra.span display="block" fontSize="15px">
            {answered(at)}
          </chakra.span>
        </chakra.span>
      ) : (
        <chakra.button
          type="button"
          flex="1"
          minHeight="56px"
          textAlign="left"
          fontSize="17px"
          fontWeight={inHand ? 700 : 400}
          bg="transparent"
          color="ink"
          border="0"
          p="0"
          cursor="pointer"
          aria-pressed={inHand}
          onClick={onPick}
        >
          {title}
          {at.ticks.length > 0 && (
            <chakra.span display="block" fontSize="15px" color="soft">
              first round by {byOf(at)}
            </chakra.span>
          )}
        </chakra.button>
      )}
      {(done || at.ticks.length > 0) && onBack !== null && (
        <Button type="button" kind="quiet" minHeight="44px" aria-label={`Take back: ${title}`} onClick={onBack}>
          Take back
        </Button>
      )}
    </chakra.li>
  );
}

/** Scrolls the list to a row where the list scrolls by itself; on a phone it lies below what is told, which stays in sight. */
function bringInto(row: HTMLElement): void {
  const box = row.closest("section");
  if (box === null || getComputedStyle(box).overflowY !== "auto") return;
  const [own, around] = [row.getBoundingClientRect(), box.getBoundingClientRect()];
  if (own.bottom > around.bottom) box.scrollTop += own.bottom - around.bottom;
  else if (own.top < around.top) box.scrollTop -= around.top - own.top;
}

const standsOf = ({ done, notHere, ticks }: LineState): string =>
  notHere !== null ? "not here" : done ? "ticked" : ticks.length > 0 ? "half" : "open";

const byOf = ({ ticks, notHere }: LineState): string => (notHere ?? ticks.at(-1))?.personName ?? "you, not saved yet";

/** "1.40 mm · Two bolts exchanged · Mara Finch". */
const answered = (at: LineState): string =>
  [
    at.notHere === null ? null : `not here: ${at.notHere.reason}`,
    ...at.ticks.flatMap((t) => [t.reading?.text ?? null, t.found]),
    at.done ? byOf(at) : null,
  ]
    .filter((x) => x !== null)
    .join(" · ");

/** Shape and word, not color alone: an empty box, half full after a first round, ticked, struck out where it is not here. */
function Mark({ at, inHand }: { readonly at: LineState; readonly inHand: boolean }) {
  const stands = standsOf(at);
  const edge = inHand ? "var(--f-colors-now)" : stands === "ticked" ? "var(--f-colors-set)" : "var(--f-colors-ink)";
  return (
    <chakra.svg width="28px" height="28px" viewBox="0 0 28 28" role="img" aria-label={stands} flexShrink={0}>
      <rect
        x="3"
        y="3"
        width="22"
        height="22"
        rx="3"
        fill={stands === "ticked" ? edge : "none"}
        stroke={edge}
        strokeWidth={inHand ? 3 : 2}
      />
      {stands === "half" && <path d="M3 25 L25 25 L25 3 Z" fill={edge} />}
      {stands === "ticked" && (
        <path d="M8 14 l4 5 l8 -10" fill="none" stroke="var(--f-colors-sheet)" strokeWidth="3" />
      )}
      {stands === "not here" && <path d="M7 14 H21" stroke={edge} strokeWidth="3" />}
    </chakra.svg>
  );
}
