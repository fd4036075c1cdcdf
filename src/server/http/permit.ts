/** Holds to the table of permissions, and says what to do where somebody may not. */
import { type Permission, mayDo } from "@/core/shop/permission";
import { Refused } from "./refused";
import type { Viewer } from "./who";

/** What is said to whoever may not do something. */
export const NOT_ALLOWED: Readonly<Record<Permission, string>> = {
  see: "This is not for you to see.",
  "see own": "This is not for you to see.",
  work: "This is not yours to do.",
  "own habits": "This is not yours to do.",
  close: "A mechanic or a lead closes a job: ask one for their word.",
  sign: "A mechanic or a lead signs: ask one for their word.",
  override: "Going on against a margin takes the word of a mechanic or a lead.",
  "leave out": "Leaving a valve out of its band takes the word of a mechanic or a lead.",
  spec: "Only a lead changes the spec of an engine that has one.",
  archive: "Only a lead says that an engine is gone from the shop.",
  viewers: "Only a lead says who may look at an engine.",
  people: "Only a lead changes who is in the shop.",
  devices: "Only a lead says which devices are shared.",
  sets: "Only a lead changes the shop's feeler sets.",
  settings: "Only a lead changes the settings of the shop.",
  export: "Only a lead takes the whole shop elsewhere.",
};

/** In a made-up shop, where a name is chosen. */
export const nobodyAtWork = (): Refused => new Refused("Say who is at work first: choose your name at the top.", 401);

/** @throws Refused when this person may not do it */
export function permit({ person, madeUp = false }: Viewer, what: Permission): void {
  if (person === null) {
    // The made-up shop is there to be looked at.
    if ((what === "see" || what === "see own") && madeUp) return;
    throw nobodyAtWork();
  }
  if (!mayDo(person.role, what)) throw new Refused(NOT_ALLOWED[what], 403);
}
