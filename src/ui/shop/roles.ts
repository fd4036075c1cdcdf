import type { Role } from "@/core/shop/person";

/** What they are here. */
export const ROLE: Record<Role, string> = {
  lead: "lead hand",
  mechanic: "mechanic",
  apprentice: "apprentice",
  viewer: "owner or customer: looks at their engines",
};
