import { waitsWords } from "./lines";
import type { Waits } from "@/core/preload/waits";
import { chakra } from "@chakra-ui/react/styled-system";
import { METHODS } from "@/core/stops/methods";
import { type MethodPlan } from "@/core/stops/planMethod";
import type { MethodId } from "@/core/stops/methods";
import { Choice } from "./Choice";

interface MethodsProps {
  readonly methods: readonly MethodPlan[];
  readonly recommended: MethodId | null;
  /** How often all stands still until lifters have bled down; null where nothing has to. */
  readonly waits: Waits | null;
  /** What moves at the valves: "rocker". */
  readonly seen: string;
  readonly value: MethodId | null;
  readonly onChange: (id: MethodId) => void;
  readonly error: string | undefined;
}

/** What serves every valve, the recommended first; what would need overrides is kept apart, and not hidden when chosen. */
export function Methods({ methods, recommended, waits, seen, value, onChange, error }: MethodsProps) {
  const option = (m: MethodPlan) => ({
    value: m.id,
    label: `${METHODS[m.id].name}${m.id === recommended ? ", recommended" : ""}`,
    note: m.usable
      ? `${m.stops.length} ${m.stops.length === 1 ? "stop" : "stops"}, ${(m.turnTotalDeg / 360).toFixed(1)} turns, closest valve ${Math.floor(m.worst?.marginDeg ?? 0)}° clear${waits === null ? "" : `, ${waitsWords(waits.get(m.id))}`}. Needs ${METHODS[m.id].needs(seen)}.`
      : `Needs an override for ${m.unserved.length} ${m.unserved.length === 1 ? "valve" : "valves"}. ${m.why}`,
  });
  const safe = methods
    .filter((m) => m.usable)
    .sort((a, b) => Number(b.id === recommended) - Number(a.id === recommended));
  const unsafe = methods.filter((m) => !m.usable && m.stops.length > 0);
  return (
    <chakra.div display="flex" flexDirection="column" gap="2">
      <Choice
        legend="How to stop the crank"
        name="method"
        value={value}
        onChange={onChange}
        error={error}
        options={safe.map(option)}
      />
      {unsafe.length > 0 && (
        <chakra.details open={unsafe.some((m) => m.id === value)}>
          <chakra.summary fontSize="17px" minHeight="40px" display="list-item" cursor="pointer" color="soft">
            {unsafe.length} more would leave valves on their lobes here
          </chakra.summary>
          <Choice
            legend="Not safe for every valve"
            name="method"
            value={value}
            onChange={onChange}
            options={unsafe.map(option)}
          />
        </chakra.details>
      )}
    </chakra.div>
  );
}
