/** The stand-ins for devices and supplier are moved by hand in the demo alone: a shop's own are nobody's toys. */
import { Refused } from "../http/refused";

export const isSimulated = (): boolean => process.env["FULCRATA_SIMULATED"] === "yes";

/** @throws Refused where nothing is simulated */
export function requireSimulated(): void {
  if (!isSimulated()) throw new Refused("Nothing is simulated here.", 404);
}
