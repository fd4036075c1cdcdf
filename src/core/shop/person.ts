import type { School } from "../lash/school";

export const PERSON_ROLES = ["lead", "mechanic", "apprentice", "viewer"] as const;
export type Role = (typeof PERSON_ROLES)[number];

/** Somebody who works in the shop, or (a viewer) has engines there and looks at them. A lead hand may sign. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** How this person feels a leaf; every reading keeps the school it was made in. */
  readonly school: School;
}

/** Somebody as the shop's list has them. */
export interface PersonLine extends Person {
  /** They work here no more; what they did stays theirs. */
  readonly gone: boolean;
  /** They have a password. */
  readonly signsIn: boolean;
  readonly hasPin: boolean;
}

/** An owner or customer, and whether they may look at an engine. */
export interface ViewerLine {
  readonly id: string;
  readonly name: string;
  readonly looks: boolean;
}

/** Somebody who may prove by a PIN who they are. */
export interface AtDoor {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly hasPin: boolean;
  /** That of a made-up person: no secret. */
  readonly pin?: string;
}

/** Where somebody is signed in. */
export interface SessionLine {
  readonly id: string;
  readonly here: boolean;
  /** As the browser names itself. */
  readonly browser: string;
  readonly begunAt: Date;
  readonly shared: boolean;
}

/** A shop where somebody works, as they choose among several. */
export interface ShopLine {
  readonly id: string;
  readonly name: string;
  /** The one that is looked at. */
  readonly here: boolean;
}
