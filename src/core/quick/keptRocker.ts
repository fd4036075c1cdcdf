/** A geometry as it is kept with an engine: what was typed, so that everything is worked out again from it. Pure. */
import { NOTHING_TYPED, type TypedRocker, quickRocker } from "./rocker";
import { rockerWords } from "./rockerWords";

/** For which of an engine's rockers it holds. */
export const GEOMETRY_ROLES = ["both", "intake", "exhaust"] as const;
export type GeometryRole = (typeof GEOMETRY_ROLES)[number];

export const GEOMETRY_ROLE_NAMES: Readonly<Record<GeometryRole, string>> = {
  both: "intake and exhaust alike",
  intake: "intake",
  exhaust: "exhaust",
};

/** One revision. */
export interface KeptGeometry {
  readonly id: string;
  readonly role: GeometryRole;
  readonly typed: TypedRocker;
  readonly by: string;
  /** ISO 8601. */
  readonly at: string;
}

/** What was typed, with the fields that came to the form since left empty. */
export const typedOf = (kept: Readonly<Partial<Record<keyof TypedRocker, string>>>): TypedRocker => ({
  ...NOTHING_TYPED,
  ...kept,
});

/** What holds now, the newest first: for each role the newest revision that no later one of both roles takes the place of. */
export function standingGeometry(newestFirst: readonly KeptGeometry[]): KeptGeometry[] {
  const standing: KeptGeometry[] = [];
  for (const kept of newestFirst) {
    const said = new Set(standing.map((s) => s.role));
    const over =
      kept.role === "both"
        ? said.has("both") || (said.has("intake") && said.has("exhaust"))
        : said.has("both") || said.has(kept.role);
    if (!over) standing.push(kept);
  }
  return standing;
}

/** "Intake: pushrod 208 mm: …"; what can't be worked out any more says so. */
export function geometryWords({ role, typed }: Pick<KeptGeometry, "role" | "typed">): string {
  const { answer } = quickRocker(typed);
  const name = GEOMETRY_ROLE_NAMES[role];
  return `${name[0]?.toUpperCase() ?? ""}${name.slice(1)}: ${answer === null ? "not complete" : rockerWords(answer)}`;
}
