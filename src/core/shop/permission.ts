/** What each role may do in its shop: the one table that the server keeps to and the screens ask. */
import type { Role } from "./person";

/** Whoever works there: an owner or customer who looks at their engines does not. */
const STAFF = ["lead", "mechanic", "apprentice"] as const;
const EVERYBODY = [...STAFF, "viewer"] as const;
const TRAINED = ["lead", "mechanic"] as const;
const LEADS = ["lead"] as const;

/** What is done, and by whom. What an apprentice may not do alone waits for the word of somebody who may. */
export const PERMISSIONS = {
  /** Look at all that the shop has. */
  see: STAFF,
  /** Look at the engines that are theirs, and at the sheets of these: staff look at all. */
  "see own": EVERYBODY,
  /** Work at an engine, open jobs, take engines in, count and fit parts. */
  work: STAFF,
  /** How one reads a gap, types lengths and proves who one is. */
  "own habits": EVERYBODY,
  close: TRAINED,
  sign: TRAINED,
  /** Go on against a stop's margin. */
  override: TRAINED,
  /** Leave a valve out of its band, or unread. */
  "leave out": TRAINED,
  /** Another spec than the one that an engine has. */
  spec: LEADS,
  /** Say that an engine is gone from the shop, or back. */
  archive: LEADS,
  /** Say who may look at an engine without working here. */
  viewers: LEADS,
  people: LEADS,
  devices: LEADS,
  sets: LEADS,
  settings: LEADS,
  /** Take all that the shop has elsewhere. */
  export: LEADS,
} as const satisfies Readonly<Record<string, readonly Role[]>>;
export type Permission = keyof typeof PERMISSIONS;

export const mayDo = (role: Role, what: Permission): boolean => (PERMISSIONS[what] as readonly Role[]).includes(role);
