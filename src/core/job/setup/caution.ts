/** A caution that a named person accepts before a job begins. */
export interface Caution {
  readonly id: string;
  readonly text: string;
}
