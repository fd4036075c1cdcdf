/** Entries that not everybody makes alone: for them somebody trained gives their word. */
import { type Permission, mayDo } from "../../shop/permission";
import type { Role } from "../../shop/person";
import type { Entry } from "./entry";

/** What an entry takes beyond work at the engine; null for all else. The database holds to the same. */
export function wordNeeded(entry: Entry): Permission | null {
  switch (entry.kind) {
    case "closed":
      return "close";
    case "signed":
      return "sign";
    case "skipped":
      return "leave out";
    case "left":
      return entry.reason === null ? null : "leave out";
    // Read or set although this stop does not serve the valve.
    case "reading":
    case "zeroed":
      return entry.reason === null ? null : "override";
    default:
      return null;
  }
}

/** The first thing of these that somebody of this role does not do alone; null where there is none. */
export const wordWanted = (role: Role, entries: readonly Entry[]): Permission | null =>
  entries.map(wordNeeded).find((what) => what !== null && !mayDo(role, what)) ?? null;
