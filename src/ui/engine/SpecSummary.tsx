import { chakra } from "@chakra-ui/react/styled-system";
import type { AdjusterEntry, EngineFile } from "@/core/engine/engineFile";
import { lashSpec, specQuestions, specRoles } from "@/core/lash/spec";
import { specUnit, specWords } from "@/core/run/words";
import { Stamp } from "../controls/Stamp";

const PLACE: Record<string, string> = {
  "valve-end": "screw at the valve end", "pushrod-end": "screw at the pushrod end", "stud-nut": "nut on the stud",
  tappet: "tappet screw", cam: "screw at the valve, read at the cam",
};

/** The spec as it is written down, with its state and source. */
export function SpecSummary({ file }: { readonly file: EngineFile }) {
  const { lash, adjuster } = file;
  if (lash === undefined) return null;
  return (
    <chakra.div fontSize="18px" display="flex" flexDirection="column" gap="2">
      <chakra.p>
        <chakra.span border="2px solid" borderColor="ink" borderRadius="plate" px="2" fontFamily="stamp" fontWeight={600} textTransform="uppercase" mr="2">{lash.state}</chakra.span>
        {lash.source ?? "No source given"}
      </chakra.p>
      <chakra.dl display="grid" gridTemplateColumns="7rem 1fr" rowGap="1">
        {specRoles(file).map((role) => {
          const figures = lash[role];
          if (figures === undefined) return null;
          return (
            <chakra.div key={role} display="contents">
              <dt><Stamp>{role}</Stamp></dt>
              <chakra.dd m="0" fontFamily="mono" fontSize="17px">{specWords(lashSpec(figures), specUnit(figures))}</chakra.dd>
            </chakra.div>
          );
        })}
        <dt><Stamp>Adjuster</Stamp></dt>
        <chakra.dd m="0" fontSize="17px">{adjuster === undefined ? "not given: no turn can be worked out" : adjusterWords(adjuster)}</chakra.dd>
      </chakra.dl>
      {specQuestions(lash).map((q) => <chakra.p key={q} color="now" fontWeight={600} fontSize="16px">{q}</chakra.p>)}
      {file.notes !== undefined && <chakra.p color="soft" fontSize="16px">{file.notes}</chakra.p>}
    </chakra.div>
  );
}

function adjusterWords(a: AdjusterEntry): string {
  if (a.kind !== "screw") return a.kind;
  const thread = a.tpi !== undefined ? `${a.tpi} threads per inch` : a.pitch === undefined ? null : `pitch ${typeof a.pitch === "number" ? `${a.pitch} mm` : a.pitch}`;
  const ratio = a.ratio !== undefined ? `rocker ratio ${a.ratio}` : a.followerRatio === undefined ? null : `follower ratio ${a.followerRatio}`;
  return [PLACE[a.at ?? ""] ?? null, ratio, thread].filter((x) => x !== null).join(", ");
}
