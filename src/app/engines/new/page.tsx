import type { Metadata } from "next";
import { PATTERN_NAMES, patternFile } from "@/core/engine/patterns";
import { carriedFrom } from "@/core/quick/carry";
import { AddEngine } from "@/ui/engine/form/AddEngine";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Add an engine" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function NewEnginePage({ searchParams }: Props) {
  const query = await searchParams;
  const typed = Object.fromEntries(
    Object.entries(query).flatMap(([field, text]) => (typeof text === "string" ? [[field, text]] : [])),
  );
  const patterns = PATTERN_NAMES.flatMap(({ id }) => {
    const file = patternFile(id);
    return file === null ? [] : [{ id, file }];
  });
  return (
    <Shell>
      <AddEngine patterns={patterns} carried={carriedFrom(typed)} thenJob={query["then"] === "job"} />
    </Shell>
  );
}
