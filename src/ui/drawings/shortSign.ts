import type { Engine } from "@/core/engine/resolve";
import { topsAt } from "@/core/stops/sign";

/** "6 fires · 1 rocks". */
export function shortSign(engine: Engine, crankDeg: number): string {
  const { firing, rocking } = topsAt(engine, crankDeg);
  const parts = [
    firing.length > 0 ? `${firing.join(", ")} ${firing.length === 1 ? "fires" : "fire"}` : null,
    rocking.length > 0 ? `${rocking.join(", ")} ${rocking.length === 1 ? "rocks" : "rock"}` : null,
  ].filter((p) => p !== null);
  return parts.length === 0 ? "none at its top" : parts.join(" · ");
}
