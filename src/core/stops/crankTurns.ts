/** How far to turn the crank, in words. Crank angles in degrees. */
import type { BarringPlace, EngineFile } from "../engine/engineFile";

/** How far to turn the crank, as one says it: "one full turn", "144°, two fifths of a turn". */
export function turnWords(deg: number): string {
  const exact = NAMED_TURNS.find((n) => Math.abs(n.deg - deg) < 0.05);
  const figure = `${Math.round(deg * 10) / 10}°`;
  return exact === undefined ? figure : exact.deg % 360 === 0 ? exact.name : `${figure}, ${exact.name}`;
}

const BARRED_AT: Readonly<Record<BarringPlace, string>> = {
  crank: "crank",
  cam: "cam gear",
  wheel: "rear wheel",
  "starter-ring": "starter ring tool",
  gearbox: "reduction box",
  propeller: "propeller",
};

/** The turn at the shaft that is really turned, when that is not the crank: "0.5 turns of the cam gear", the other way round. */
export function barringWords(deg: number, barring: EngineFile["barring"]): string | null {
  if (barring === undefined || barring.at === "crank") return null;
  const turns = Math.round((deg / 360) * barring.ratio * 100) / 100;
  return `${Math.abs(turns)} ${Math.abs(turns) === 1 ? "turn" : "turns"} of the ${BARRED_AT[barring.at]}${barring.ratio < 0 ? ", the other way round" : ""}`;
}

const NAMED_TURNS: readonly { deg: number; name: string }[] = [
  { deg: 45, name: "an eighth of a turn" },
  { deg: 60, name: "a sixth of a turn" },
  { deg: 72, name: "a fifth of a turn" },
  { deg: 90, name: "a quarter turn" },
  { deg: 120, name: "a third of a turn" },
  { deg: 144, name: "two fifths of a turn" },
  { deg: 180, name: "half a turn" },
  { deg: 216, name: "three fifths of a turn" },
  { deg: 240, name: "two thirds of a turn" },
  { deg: 270, name: "three quarters of a turn" },
  { deg: 360, name: "one full turn" },
  { deg: 480, name: "one turn and a third" },
  { deg: 540, name: "one and a half turns" },
  { deg: 600, name: "one turn and two thirds" },
];
