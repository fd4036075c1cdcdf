/** Which keys a foot pedal sends for the three answers, as it was taught on this device. */
export interface Pedal {
  readonly yes: string | null;
  readonly no: string | null;
  readonly back: string | null;
}
export const PEDAL_KEY = "fulcrata-pedal";
export const NO_PEDAL: Pedal = { yes: null, no: null, back: null };
export const PEDAL_NAMES: Record<keyof Pedal, string> = { yes: "Yes", no: "No", back: "Back" };
