/** The pitch of a thread, given as a length a turn or as threads per inch. */
import { pitchFromTpi, toMm } from "./length";

export type ThreadProblem = { readonly field: "pitch" | "tpi"; readonly why: string };

/** Pitch in mm, or which figure is missing or too many. */
export function threadPitch({
  pitch,
  tpi,
}: {
  readonly pitch?: number | string;
  readonly tpi?: number;
}): number | ThreadProblem {
  if (pitch !== undefined && tpi !== undefined)
    return { field: "tpi", why: "Give the pitch or the threads per inch, not both." };
  if (tpi !== undefined) return pitchFromTpi(tpi);
  return pitch === undefined
    ? { field: "pitch", why: "Give the thread: its pitch, or its threads per inch." }
    : toMm(pitch);
}
