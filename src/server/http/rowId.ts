/** Ids that follow from a command's own: sent again, it makes the same ones. */
import { createHash } from "node:crypto";

export function rowId(command: string, place: string | number, what: string): string {
  const hex = createHash("sha256").update(`${command} ${place} ${what}`).digest("hex");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
