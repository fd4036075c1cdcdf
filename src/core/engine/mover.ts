/** What is seen and felt moving at a valve, as its gear has it. */
import type { AdjusterEntry } from "./engineFile";

export interface Mover {
  readonly name: "rocker" | "follower" | "bucket" | "tappet";
  /** Which way it goes as its valve opens: a side valve is pushed up. */
  readonly opens: "down" | "up";
}

const ROCKER: Mover = { name: "rocker", opens: "down" };
const FOLLOWER: Mover = { name: "follower", opens: "down" };
const BUCKET: Mover = { name: "bucket", opens: "down" };
const TAPPET: Mover = { name: "tappet", opens: "up" };

/** By the gear that sets the gap; where none is known, a rocker. */
export function moverOf({ adjuster }: { readonly adjuster?: AdjusterEntry | undefined }): Mover {
  switch (adjuster?.kind) {
    case "bucket":
      return BUCKET;
    case "bucket-shim":
      return adjuster.shimAt === "rocker" ? ROCKER : adjuster.shimAt === "tip" ? FOLLOWER : BUCKET;
    case "grind":
      return TAPPET;
    case "screw":
      return adjuster.at === "tappet" ? TAPPET : adjuster.at === "cam" ? FOLLOWER : ROCKER;
    case "hydraulic":
    case "fixed":
    case "positive-closing":
    case undefined:
      return ROCKER;
  }
}
