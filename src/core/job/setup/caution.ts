/** A caution that a named person accepts before a job begins. */
export interface Caution {
  readonly id: string;
  readonly text: string;
}

/** For so many days one tap confirms again what a person confirmed on an engine (assumed; a shop sets its own). */
export const DEFAULT_CAUTION_DAYS = 90;
export const MAX_CAUTION_DAYS = 366;
