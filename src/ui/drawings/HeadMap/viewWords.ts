import type { EngineFile } from "@/core/engine/engineFile";

/** From where the head map is seen, in words. */
export function viewWords(file: EngineFile, fromBehind: boolean): string {
  if (file.layout?.kind === "radial") return fromBehind ? "Seen upside down" : "Seen from the front";
  return fromBehind ? "Seen from above · front right" : "Seen from above · front left";
}
