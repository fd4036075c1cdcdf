import { fold } from "@/core/units/angle/arc";

const KEY_STEPS: Record<string, number> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: 30,
  PageDown: -30,
};

interface Pressed {
  readonly key: string;
  readonly shiftKey: boolean;
  readonly preventDefault: () => void;
}

/** Where a key turns the crank to: 1 degree, 5 with Shift, 30 with Page; null for any other key. */
export function steppedBy(event: Pressed, crankDeg: number, cycleDeg: 360 | 720): number | null {
  const step = KEY_STEPS[event.key];
  if (step === undefined) return null;
  event.preventDefault();
  return fold(crankDeg + step * (event.shiftKey && Math.abs(step) === 1 ? 5 : 1), cycleDeg);
}
