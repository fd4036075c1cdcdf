import type { School } from "../lash/school";

export const PERSON_ROLES = ["lead", "mechanic", "apprentice"] as const;
export type Role = (typeof PERSON_ROLES)[number];

/** Somebody who works in the shop. A lead hand may sign. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** How this person feels a leaf; every reading keeps the school it was made in. */
  readonly school: School;
}
