import type { ReactNode } from "react";
import { font } from "./colors";

interface Props {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly fill: string;
  readonly children: ReactNode;
  readonly family?: keyof typeof font;
  readonly bold?: boolean;
  /** Centers on y instead of standing on it. */
  readonly centered?: boolean;
  /** Begins at x instead of being centered on it. */
  readonly fromLeft?: boolean;
}

/** Text in a drawing, centered on x unless it begins there. Styled, because the page's reset overrides SVG's own attributes. */
export function DrawnText({
  x,
  y,
  size,
  fill,
  children,
  family = "stamp",
  bold = false,
  centered = false,
  fromLeft = false,
}: Props) {
  return (
    <text
      x={x}
      y={y}
      dy={centered ? "0.36em" : undefined}
      textAnchor={fromLeft ? "start" : "middle"}
      fill={fill}
      style={{ fontFamily: font[family], fontWeight: bold ? 600 : 500, fontSize: size }}
    >
      {children}
    </text>
  );
}
