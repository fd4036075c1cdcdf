import { chakra } from "@chakra-ui/react/styled-system";
import type { CloserTry } from "@/core/job/tasks/openerCloser/openerCloser";
import { FELT_NAMES } from "@/core/shims/tries";
import { Stamp } from "../controls/Stamp";

/** Every closer that was tried, and what was felt with it. */
export function TryLog({ tries, gear }: { readonly tries: readonly CloserTry[]; readonly gear: string | null }) {
  return (
    <chakra.div>
      <Stamp color="ink!">Tried so far</Stamp>
      {tries.length === 0 ? (
        <chakra.p fontSize="17px">Nothing yet.</chakra.p>
      ) : (
        <chakra.ol m="0" pl="6" fontSize="17px">
          {tries.map((t, i) => (
            <li key={i}>
              <chakra.span fontFamily="mono">
                {t.closerMm === null ? "as found" : `${t.closerMm.toFixed(3)} mm`}
              </chakra.span>
              : {FELT_NAMES[t.felt].name.toLowerCase()}
              {t.collets === null ? "" : `; collets ${t.collets}`}
            </li>
          ))}
        </chakra.ol>
      )}
      {gear !== null && (
        <chakra.p fontSize="16px" color="soft">
          Felt with {gear}.
        </chakra.p>
      )}
    </chakra.div>
  );
}
