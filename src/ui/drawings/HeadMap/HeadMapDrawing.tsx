"use client";

import type { KeyboardEvent } from "react";
import type { ValveEntry } from "@/core/engine/engineFile";
import { DrawnText } from "../DrawnText";
import { color } from "../colors";
import type { HeadLayout, Spot } from "./geometry";

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
  readonly marks: Readonly<Record<string, ValveMark>>;
  /** A word under each cylinder's number, such as "rocking". */
  readonly notes?: Readonly<Record<string, string>>;
  readonly onPick?: (valve: string) => void;
}

export function HeadMapDrawing({ layout, marks, notes = {}, onPick }: Props) {
  return (
    <svg width={layout.width} height={layout.height} viewBox={`0 0 ${layout.width} ${layout.height}`} role={onPick === undefined ? "img" : "group"} aria-label="Valves where they stand">
      {layout.outlines.map((o) => <rect key={`${o.x} ${o.y}`} {...o} rx={12} fill={color.paper} stroke={color.ink} strokeWidth={2} />)}
      {layout.cylinders.map((c) => (
        <g key={c.id}>
          {c.boreRadius > 0 && <circle cx={c.bore.x} cy={c.bore.y} r={c.boreRadius} fill="none" stroke={color.line} strokeWidth={1.5} />}
          <DrawnText x={c.at.x} y={c.at.y + 8} size={24} bold fill={color.ink}>{c.id}</DrawnText>
          {layout.words !== "none" && <DrawnText x={c.at.x} y={c.at.y + 27} size={16} fill={color.soft}>{layout.words === "short" ? (SHORT[notes[c.id] ?? ""] ?? notes[c.id]) : notes[c.id]}</DrawnText>}
        </g>
      ))}
      {layout.spots.map((spot) => {
        const mark = marks[spot.valve.id];
        return mark === undefined ? null : <ValveHead key={spot.valve.id} spot={spot} mark={mark} onPick={onPick} />;
      })}
    </svg>
  );
}

/** Phases where there is no room for the whole word. */
const SHORT: Record<string, string> = { compression: "comp.", exhaust: "exh.", "firing TDC": "fires", rocking: "rocks" };

interface HeadProps {
  readonly spot: Spot;
  readonly mark: ValveMark;
  readonly onPick: ((valve: string) => void) | undefined;
}

function ValveHead({ spot, mark, onPick }: HeadProps) {
  const { x, y } = spot.at;
  const { id, role } = spot.valve;
  const look = LOOKS[mark.look](role);
  const size = Math.min(22, Math.max(15, spot.radius * (mark.text.length > 4 ? 0.5 : 0.58)));
  const lift = mark.arrows != null || mark.look === "done" || mark.look === "sending" || mark.look === "excused" ? -spot.radius * 0.16 : 0;
  const pick = onPick === undefined ? {} : {
    role: "button", tabIndex: 0, "aria-label": mark.label, "data-valve": id, style: { cursor: "pointer" },
    onClick: () => onPick(id),
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== " ") return;
      event.preventDefault();
      event.stopPropagation();
      onPick(id);
    },
  };
  return (
    <g {...pick} data-look={mark.look}>
      <circle cx={x} cy={y} r={Math.max(spot.radius, 28)} fill="transparent" />
      {mark.look === "hand" && <circle cx={x} cy={y} r={spot.radius + 6} fill={color.sheet} stroke={color.now} strokeWidth={5} />}
      <circle cx={x} cy={y} r={spot.radius} fill={look.fill} stroke={look.stroke} strokeWidth={look.width} strokeDasharray={look.dash} />
      <DrawnText x={x} y={y + lift} size={size} bold centered fill={look.text}>{mark.text}</DrawnText>
      {mark.arrows != null && <Arrows x={x} y={y + spot.radius * 0.52} apart={mark.arrows === "apart"} />}
      {mark.look === "done" && <path d={`M${x - 7} ${y + spot.radius * 0.5}l5 5 9 -10`} fill="none" stroke={look.text} strokeWidth={2.5} />}
      {mark.look === "sending" && <DrawnText x={x} y={y + spot.radius * 0.72} size={16} fill={look.text}>…</DrawnText>}
      {mark.look === "excused" && <DrawnText x={x} y={y + spot.radius * 0.72} size={15} bold fill={look.text}>left</DrawnText>}
    </g>
  );
}

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
  readonly dash?: string;
}

const roleColor = (role: ValveEntry["role"]): string => (role === "exhaust" ? color.brass : role === "intake" ? color.blue : color.soft);

const LOOKS: Record<ValveLook, (role: ValveEntry["role"]) => Look> = {
  here: (role) => ({ fill: color.sheet, stroke: roleColor(role), text: color.ink, width: 3 }),
  elsewhere: () => ({ fill: "none", stroke: color.edge, text: color.soft, width: 1.5, dash: "4 4" }),
  hand: () => ({ fill: color.nowWash, stroke: color.now, text: color.ink, width: 2 }),
  open: () => ({ fill: color.nowWash, stroke: color.now, text: color.ink, width: 2 }),
  done: () => ({ fill: color.set, stroke: color.set, text: color.onSet, width: 2 }),
  sending: () => ({ fill: color.sheet, stroke: color.set, text: color.set, width: 3, dash: "2 3" }),
  excused: () => ({ fill: color.sheet, stroke: color.set, text: color.ink, width: 3 }),
};
