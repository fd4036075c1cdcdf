import type { School } from "../lash/school";

/** Somebody who works in the shop. A lead hand may sign. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: "lead" | "mechanic" | "apprentice";
  /** How this person feels a leaf; every reading keeps the school it was made in. */
  readonly school: School;
}
