/** A preload as it is typed: turns, or travel of the plunger. */
import { parseLength } from "../units/length";
import { isBare } from "../units/typedLength";

/** Fewer turns than anybody sets: a bare figure under it is some length (assumed). */
const LEAST_TURNS = 0.12;

/** Why a preload is asked about, or null: too few turns, which are a length without its unit. */
export function preloadProblem(text: string): string | null {
  const figure = parseLength(text.trim());
  const said = text.trim();
  return isBare(said) && figure !== null && figure.mm > 0 && figure.mm < LEAST_TURNS
    ? `${said} turns, or a travel? Write ${said} turns, ${said} mm or ${said} in.`
    : null;
}
