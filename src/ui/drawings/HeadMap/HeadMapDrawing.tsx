"use client";

import { type KeyboardEvent, memo } from "react";
import type { ValveEntry } from "@/core/engine/engineFile";
import { DrawnText } from "../DrawnText";
import { color } from "../colors";
import type { CylinderSpot, HeadLayout, Spot } from "./geometry";
import { type Swap, swapArrows } from "./swaps";

/**
 * How a valve looks: may be set here, not at this stop, in hand, worked on but not done,
 * done and kept, done but not yet kept, done outside its band.
 */
export type ValveLook = "here" | "elsewhere" | "hand" | "open" | "done" | "sending" | "excused";

export interface ValveMark {
  readonly look: ValveLook;
  /** The figure or letter in the valve head. */
  readonly text: string;
  /** Arrows apart = loose, together = tight. */
  readonly arrows?: "apart" | "together" | null;
  /** What a screen reader says. */
  readonly label: string;
}

interface Props {
  readonly layout: HeadLayout;
  /** Null: the valves are drawn apart, over places that only take the touch. */
  readonly marks: Readonly<Record<string, ValveMark>> | null;
  /** A word under each cylinder's number, such as "rocking". */
  readonly notes?: Readonly<Record<string, string>>;
  /** Who gives a part to whom. */
  readonly swaps?: readonly Swap[];
  readonly onPick?: (valve: string) => void;
  readonly onPickCylinder?: (cylinder: string) => void;
  readonly cylinderLabel?: (cylinder: string) => string;
}

export function HeadMapDrawing({
  layout,
  marks,
  notes = {},
  swaps = [],
  onPick,
  onPickCylinder,
  cylinderLabel,
}: Props) {
  return (
    <svg
      width={layout.width}
      height={layout.height}
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      role={onPick === undefined && onPickCylinder === undefined ? "img" : "group"}
      aria-label="Valves where they stand"
    >
      {layout.outlines.map((o) => (
        <rect key={`${o.x} ${o.y}`} {...o} rx={12} fill={color.paper} stroke={color.ink} strokeWidth={2} />
      ))}
      {layout.cylinders.map((c) => (
        <CylinderSign
          key={c.id}
          spot={c}
          words={layout.words}
          note={notes[c.id] ?? ""}
          label={cylinderLabel?.(c.id) ?? `Cylinder ${c.id}`}
          onPick={onPickCylinder}
        />
      ))}
      {swapArrows(layout, swaps).map(({ key, path, tip }) => (
        <path
          key={key}
          d={`${path}${tip}`}
          data-swap={key}
          fill="none"
          stroke={color.ink}
          strokeWidth={2.5}
          strokeLinejoin="round"
          pointerEvents="none"
        />
      ))}
      {layout.spots.map((spot) => {
        if (marks === null) return <TouchPlace key={spot.valve.id} spot={spot} onPick={onPick} />;
        const mark = marks[spot.valve.id];
        return mark === undefined ? null : <MarkedHead key={spot.valve.id} spot={spot} mark={mark} onPick={onPick} />;
      })}
    </svg>
  );
}

interface SignProps {
  readonly spot: CylinderSpot;
  readonly words: HeadLayout["words"];
  readonly note: string;
  readonly label: string;
  readonly onPick: ((cylinder: string) => void) | undefined;
}

/** The bore, its number, and a word under it. */
const CylinderSign = memo(function CylinderSign({ spot: c, words, note, label, onPick }: SignProps) {
  const plain = onPick === undefined;
  return (
    <g {...(plain ? {} : touch(label, () => onPick(c.id)))} data-cylinder={c.id}>
      {c.boreRadius > 0 && (
        <circle
          cx={c.bore.x}
          cy={c.bore.y}
          r={c.boreRadius}
          fill={plain ? "none" : color.sheet}
          stroke={plain ? color.line : color.blue}
          strokeWidth={plain ? 1.5 : 2.5}
        />
      )}
      {!plain && <rect {...reachOf(c)} fill="transparent" />}
      <DrawnText x={c.at.x} y={c.at.y + 8} size={24} bold fill={color.ink}>
        {c.id}
      </DrawnText>
      {words !== "none" && (
        <DrawnText x={c.at.x} y={c.at.y + 27} size={16} fill={color.soft}>
          {words === "short" ? (SHORT[note] ?? note) : note}
        </DrawnText>
      )}
    </g>
  );
});

/** A finger may land anywhere on the bore, on its number, or between. */
function reachOf({ at, bore, boreRadius }: CylinderSpot): { x: number; y: number; width: number; height: number } {
  const [left, right] = [Math.min(at.x - 24, bore.x - boreRadius), Math.max(at.x + 24, bore.x + boreRadius)];
  const [top, bottom] = [Math.min(at.y - 16, bore.y - boreRadius), Math.max(at.y + 30, bore.y + boreRadius)];
  return { x: left, y: top, width: right - left, height: bottom - top };
}

interface MarkedProps {
  readonly spot: Spot;
  readonly mark: ValveMark;
  readonly onPick: ((valve: string) => void) | undefined;
}

const MarkedHead = ({ spot, mark, onPick }: MarkedProps) => (
  <ValveHead
    spot={spot}
    look={mark.look}
    text={mark.text}
    arrows={mark.arrows ?? null}
    label={mark.label}
    onPick={onPick}
  />
);

/** Where a valve is touched; what it looks like is drawn over it, and its name is written to it, by whoever draws it. */
const TouchPlace = memo(function TouchPlace({ spot, onPick }: Omit<MarkedProps, "mark">) {
  return (
    <g
      {...(onPick === undefined ? {} : touch(spot.valve.id, () => onPick(spot.valve.id)))}
      data-valve={spot.valve.id}
    >
      <circle cx={spot.at.x} cy={spot.at.y} r={Math.max(spot.radius, 28)} fill="transparent" />
    </g>
  );
});

/** Phases where there is no room for the whole word. */
export const SHORT: Record<string, string> = {
  compression: "comp.",
  exhaust: "exh.",
  "firing TDC": "fires",
  rocking: "rocks",
};

/** What makes a part of a drawing a button. */
const touch = (label: string, act: () => void) =>
  ({
    role: "button",
    tabIndex: 0,
    "aria-label": label,
    style: { cursor: "pointer" },
    onClick: act,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== " ") return;
      event.preventDefault();
      event.stopPropagation();
      act();
    },
  }) as const;

/** Large enough to read, small enough for its head. */
export const figureSize = (radius: number, text: string): number =>
  Math.min(22, Math.max(15, radius * (text.length > 4 ? 0.5 : 0.58)));

interface HeadProps extends Omit<ValveMark, "arrows"> {
  readonly spot: Spot;
  readonly arrows: "apart" | "together" | null;
  readonly onPick: ((valve: string) => void) | undefined;
}

/** Drawn anew only when something about this very valve changes. */
const ValveHead = memo(function ValveHead({ spot, look: state, text, arrows, label, onPick }: HeadProps) {
  const { x, y } = spot.at;
  const { id, role } = spot.valve;
  const look = lookStyle(color, state, role);
  const size = figureSize(spot.radius, text);
  const lift =
    arrows !== null || state === "done" || state === "sending" || state === "excused" ? -spot.radius * 0.16 : 0;
  return (
    <g
      {...(onPick === undefined ? { pointerEvents: "none" } : touch(label, () => onPick(id)))}
      data-valve={id}
      data-look={state}
    >
      <circle cx={x} cy={y} r={Math.max(spot.radius, 28)} fill="transparent" />
      {state === "hand" && (
        <circle cx={x} cy={y} r={spot.radius + 6} fill={color.sheet} stroke={color.now} strokeWidth={5} />
      )}
      <circle
        cx={x}
        cy={y}
        r={spot.radius}
        fill={look.fill}
        stroke={look.stroke}
        strokeWidth={look.width}
        strokeDasharray={look.dash?.join(" ")}
      />
      <DrawnText x={x} y={y + lift} size={size} bold centered fill={look.text}>
        {text}
      </DrawnText>
      {arrows !== null && <Arrows x={x} y={y + spot.radius * 0.52} apart={arrows === "apart"} />}
      {state === "done" && (
        <path d={`M${x - 7} ${y + spot.radius * 0.5}l5 5 9 -10`} fill="none" stroke={look.text} strokeWidth={2.5} />
      )}
      {state === "sending" && (
        <DrawnText x={x} y={y + spot.radius * 0.72} size={16} fill={look.text}>
          …
        </DrawnText>
      )}
      {state === "excused" && (
        <DrawnText x={x} y={y + spot.radius * 0.72} size={15} bold fill={look.text}>
          left
        </DrawnText>
      )}
    </g>
  );
});

function Arrows({ x, y, apart }: { readonly x: number; readonly y: number; readonly apart: boolean }) {
  const left = apart ? `M${x - 3} ${y}h-11m5 -4l-5 4 5 4` : `M${x - 14} ${y}h11m-5 -4l5 4 -5 4`;
  const right = apart ? `M${x + 3} ${y}h11m-5 -4l5 4 -5 4` : `M${x + 14} ${y}h-11m5 -4l-5 4 5 4`;
  return <path d={`${left}${right}`} fill="none" stroke={color.now} strokeWidth={2} />;
}

interface Look {
  readonly fill: string;
  readonly stroke: string;
  readonly text: string;
  readonly width: number;
  readonly dash?: readonly number[];
}

type Colors = Readonly<Record<keyof typeof color, string>>;

/** How a look is drawn, with the theme's colors as SVG or a canvas takes them. */
export function lookStyle(c: Colors, look: ValveLook, role: ValveEntry["role"]): Look {
  const own = role === "exhaust" ? c.brass : role === "intake" ? c.blue : c.soft;
  switch (look) {
    case "here":
      return { fill: c.sheet, stroke: own, text: c.ink, width: 3 };
    case "elsewhere":
      return { fill: "none", stroke: c.edge, text: c.soft, width: 1.5, dash: [4, 4] };
    case "hand":
    case "open":
      return { fill: c.nowWash, stroke: c.now, text: c.ink, width: 2 };
    case "done":
      return { fill: c.set, stroke: c.set, text: c.onSet, width: 2 };
    case "sending":
      return { fill: c.sheet, stroke: c.set, text: c.set, width: 3, dash: [2, 3] };
    case "excused":
      return { fill: c.sheet, stroke: c.set, text: c.ink, width: 3 };
  }
}
