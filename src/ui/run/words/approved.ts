import type { RunContext } from "../model";

/** On aircraft, whose limits these are and who releases the work: said at every step that rests on them. */
export function approvedWords({ file, licensed }: Pick<RunContext, "file" | "licensed">): string[] {
  if (file.sector !== "aircraft") return [];
  const source = file.lash?.source ?? "the maker's overhaul manual";
  return [`Limits by ${source}. ${licensed === null ? "A licensed person" : licensed} releases this work.`];
}
