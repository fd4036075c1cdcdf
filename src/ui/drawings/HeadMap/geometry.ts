/** Valves where they stand, as seen from above, front at the left. Drawing units are pixels. */
import type { EngineFile, ValveEntry } from "@/core/engine/engineFile";
import { type Point, polar } from "../polar";

export interface Spot {
  readonly valve: ValveEntry;
  readonly at: Point;
  readonly radius: number;
}
export interface CylinderSpot {
  readonly id: string;
  readonly at: Point;
  readonly bore: Point;
  readonly boreRadius: number;
}
export interface Outline {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface HeadLayout {
  readonly width: number;
  readonly height: number;
  readonly spots: readonly Spot[];
  readonly cylinders: readonly CylinderSpot[];
  /** One outline per bank; none for a radial. */
  readonly outlines: readonly Outline[];
  /** How much room a word under a cylinder's number has. */
  readonly words: "full" | "short" | "none";
}

/** A finger needs this much. */
const MIN_TARGET = 56;
const SIDE = 10;
/** Under each bank: the cylinder's number, and a word. */
const LABEL_ROOM = 58;

/** From where the person looks; the front of the engine lies there in the picture. */
export const HEAD_VIEWS = ["front-left", "front-right", "front-near", "front-far", "mirrored"] as const;
export type HeadView = (typeof HEAD_VIEWS)[number];

/** Lays the valves out in the width given, as seen from a side; wider (or longer) where fingers need it. */
export function layHead(file: EngineFile, width: number, view: HeadView = "front-left"): HeadLayout {
  const radial = file.layout?.kind === "radial";
  if (radial) return turned(layRadial(file, width), view);
  const upright = view === "front-near" || view === "front-far";
  // Seen from an end the engine lies along the picture's height: as short as fingers allow.
  return turned(layBanks(file, upright ? 0 : width), view);
}

const valvesIn = (file: EngineFile, cylinder: string): ValveEntry[] =>
  file.valves.filter((v) => v.cylinder === cylinder);

/** The most valves that one cylinder has side by side in one row. */
function widestRow(file: EngineFile): number {
  const counts = file.cylinders.flatMap((c) =>
    ["intake", "exhaust", "injector"].map((role) => valvesIn(file, c).filter((v) => v.role === role).length),
  );
  return Math.max(1, ...counts);
}

function layBanks(file: EngineFile, wanted: number): HeadLayout {
  const banks = file.layout?.banks ?? [file.cylinders];
  const longest = Math.max(...banks.map((b) => b.length));
  const perCylinder = widestRow(file);
  const width = Math.max(wanted, longest * perCylinder * MIN_TARGET + 2 * SIDE);
  const column = Math.min((width - 2 * SIDE) / longest, 190);
  const radius = Math.max(24, Math.min(41, (column / perCylinder) * 0.44, banks.length > 1 ? 29 : 41));
  const rows = file.valves.some((v) => v.role === "injector") ? 3 : 2;
  const blockHeight = radius * (rows === 3 ? 6 : banks.length === 1 ? 5.8 : 4.8);
  const blocks = banks.map((bank, b) => {
    const top = 8 + b * (blockHeight + LABEL_ROOM);
    const left = (width - column * bank.length) / 2;
    return layBlock(file, bank, {
      left,
      top,
      column,
      height: blockHeight,
      radius,
      intakeBelow: banks.length > 1 && b === 0,
    });
  });
  return {
    width,
    height: 8 + banks.length * (blockHeight + LABEL_ROOM),
    spots: blocks.flatMap((b) => b.spots),
    cylinders: blocks.flatMap((b) => b.cylinders),
    outlines: blocks.map((b) => b.outline),
    words: column < 88 ? "short" : "full",
  };
}

interface Block {
  readonly left: number;
  readonly top: number;
  readonly column: number;
  readonly height: number;
  readonly radius: number;
  /** On the far bank of a vee the intakes lie toward the valley, which is below it in the picture. */
  readonly intakeBelow: boolean;
}

function layBlock(file: EngineFile, bank: readonly string[], block: Block) {
  const { left, top, column, height, radius } = block;
  const upper = top + radius + 10;
  const lower = top + height - radius - 10;
  const rowY = (role: ValveEntry["role"]): number => {
    if (role === "injector") return (upper + lower) / 2;
    return (role === "intake") === block.intakeBelow ? lower : upper;
  };
  const spots = bank.flatMap((id, c) => {
    const center = left + column * (c + 0.5);
    const own = valvesIn(file, id);
    return own.map((valve, i): Spot => {
      const row = own.filter((v) => v.role === valve.role);
      const share = column / row.length;
      // The true order along the head shows as a lean, so that E I and I E cylinders look different.
      const lean = row.length > 1 ? 0 : (i - (own.length - 1) / 2) * Math.min(column * 0.12, 14);
      const x = center + (row.indexOf(valve) - (row.length - 1) / 2) * share + lean;
      return { valve, at: { x, y: rowY(valve.role) }, radius: sized(radius, valve.role) };
    });
  });
  const cylinders = bank.map((id, c): CylinderSpot => {
    const x = left + column * (c + 0.5);
    return {
      id,
      at: { x, y: top + height + 24 },
      bore: { x, y: top + height / 2 },
      boreRadius: Math.min(column * 0.46, height * 0.32),
    };
  });
  return { spots, cylinders, outline: { x: left - 4, y: top, width: column * bank.length + 8, height } };
}

const sized = (radius: number, role: ValveEntry["role"]): number =>
  role === "intake" ? radius : role === "exhaust" ? radius * 0.88 : radius * 0.7;

/** A radial fills this square, and no more: the whole ring must be seen at once. */
const RADIAL_SIZE = 410;

function layRadial(file: EngineFile, width: number): HeadLayout {
  const count = file.cylinders.length;
  const around = Math.max((count * 4.6) / (2 * Math.PI), 4);
  const radius = Math.max(22, Math.min(34, Math.min(width, RADIAL_SIZE) / (2 * (around + 2.15))));
  const ring = around * radius;
  const half = ring + radius * 2.15 + 4;
  const center = { x: Math.max(width, 2 * half) / 2, y: half };
  const spots = file.cylinders.flatMap((id, c) => {
    const deg = (c * 360) / count;
    const own = valvesIn(file, id);
    return own.map((valve, i): Spot => {
      const aside = (i - (own.length - 1) / 2) * ((2.1 * radius) / ring) * (180 / Math.PI);
      return { valve, at: polar(center, ring, deg + aside), radius: sized(radius, valve.role) };
    });
  });
  const cylinders = file.cylinders.map((id, c): CylinderSpot => {
    const deg = (c * 360) / count;
    return {
      id,
      at: polar(center, ring - radius * 1.35, deg),
      bore: polar(center, ring, deg),
      boreRadius: radius * 2.15,
    };
  });
  return { width: center.x * 2, height: 2 * half, spots, cylinders, outlines: [], words: "none" };
}

/** A laid head as seen from another side. A ring has no ends: it is turned upside down, or seen from behind. */
function turned(laid: HeadLayout, view: HeadView): HeadLayout {
  const { width, height } = laid;
  const ring = laid.outlines.length === 0;
  switch (view) {
    case "front-left":
      return laid;
    case "mirrored":
      return placed(laid, width, height, ({ x, y }) => ({ x: width - x, y }));
    case "front-right": {
      const labelRoom = ring ? 0 : LABEL_ROOM - 8;
      const round = placed(laid, width, height, ({ x, y }) => ({ x: width - x, y: height - labelRoom - y }));
      // Numbers stay under their bank, whichever way it lies.
      return ring
        ? round
        : {
            ...round,
            cylinders: round.cylinders.map((c, i) => ({
              ...c,
              at: { x: c.at.x, y: c.bore.y + below(laid.cylinders[i]) },
            })),
          };
    }
    case "front-near":
      return ring
        ? turned(laid, "front-right")
        : { ...placed(laid, height, width, ({ x, y }) => ({ x: y, y: width - x })), words: "short" };
    case "front-far":
      return ring
        ? turned(laid, "mirrored")
        : { ...placed(laid, height, width, ({ x, y }) => ({ x: height - y, y: x })), words: "short" };
  }
}

const below = (c: CylinderSpot | undefined): number => (c === undefined ? 0 : c.at.y - c.bore.y);

function placed(laid: HeadLayout, width: number, height: number, move: (p: Point) => Point): HeadLayout {
  return {
    ...laid,
    width,
    height,
    spots: laid.spots.map((s) => ({ ...s, at: move(s.at) })),
    cylinders: laid.cylinders.map((c) => ({ ...c, at: move(c.at), bore: move(c.bore) })),
    outlines: laid.outlines.map((o) => {
      const [p, q] = [move({ x: o.x, y: o.y }), move({ x: o.x + o.width, y: o.y + o.height })];
      return {
        x: Math.min(p.x, q.x),
        y: Math.min(p.y, q.y),
        width: Math.abs(p.x - q.x),
        height: Math.abs(p.y - q.y),
      };
    }),
  };
}
