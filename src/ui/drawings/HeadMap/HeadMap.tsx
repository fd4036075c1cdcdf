"use client";

import type { EngineFile } from "@/core/engine/engineFile";
import { HeadFrame } from "./HeadFrame";
import { HeadMapDrawing, type ValveMark } from "./HeadMapDrawing";
import type { HeadView } from "./geometry";
import type { Swap } from "./swaps";

interface Props {
  readonly file: EngineFile;
  readonly marks: Readonly<Record<string, ValveMark>>;
  readonly notes?: Readonly<Record<string, string>>;
  /** Who gives a part to whom. */
  readonly swaps?: readonly Swap[];
  readonly view?: HeadView;
  readonly onPick?: (valve: string) => void;
  /** Cylinders can be touched as well, each named by what touching it says. */
  readonly onPickCylinder?: (cylinder: string) => void;
  readonly cylinderLabel?: (cylinder: string) => string;
}

/** The valves where they stand. */
export const HeadMap = ({ file, view = "front-left", ...shown }: Props) => (
  <HeadFrame file={file} view={view}>
    {({ layout }) => <HeadMapDrawing layout={layout} {...shown} />}
  </HeadFrame>
);
