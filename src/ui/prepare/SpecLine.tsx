import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineFile, LashEntry } from "@/core/engine/engineFile";
import { namedFigures, specRoles } from "@/core/lash/spec";
import { givenWords } from "@/core/job/words/given";
import { specQuestions } from "@/core/heat/specQuestions";

/** The figures of a source on one line: "intake 0.20 (0.15–0.25) mm, exhaust …". */
export const figuresWords = (lash: LashEntry, file: EngineFile): string =>
  namedFigures(lash, file)
    .map(({ name, figures }) => `${name} ${givenWords(figures)}`)
    .join(", ");

/** The ruling spec, what is left out by it, and what is odd about it. */
export function SpecLine({ file }: { readonly file: EngineFile }) {
  const { lash } = file;
  if (lash === undefined) return null;
  const roles = specRoles(file);
  const out = [...new Set(file.valves.map((v) => v.role))].filter((r) => !roles.includes(r));
  return (
    <>
      <chakra.p fontSize="18px" pt="1">
        Spec for a <b>{lash.state}</b> engine: {figuresWords(lash, file)}. {lash.source}
      </chakra.p>
      {out.length > 0 && (
        <chakra.p fontSize="16px" color="soft">
          Not part of this job, because no lash is given: {out.join(", ")}.
        </chakra.p>
      )}
      {specQuestions(lash, file).map((q) => (
        <chakra.p key={q} fontSize="16px" color="now" fontWeight={600}>
          {q}
        </chakra.p>
      ))}
    </>
  );
}
