/** Somebody who works in the shop. A lead hand may sign. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: "lead" | "mechanic" | "apprentice";
}
