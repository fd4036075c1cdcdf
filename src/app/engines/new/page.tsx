import type { Metadata } from "next";
import { PATTERN_NAMES, patternFile } from "@/core/engine/patterns";
import { AddEngine } from "@/ui/engine/AddEngine";
import { Shell } from "../../Shell";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Add an engine" };

export default function NewEnginePage() {
  const patterns = PATTERN_NAMES.flatMap(({ id }) => {
    const file = patternFile(id);
    return file === null ? [] : [{ id, file }];
  });
  return (
    <Shell>
      <AddEngine patterns={patterns} />
    </Shell>
  );
}
