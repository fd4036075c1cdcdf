import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { type KeptGeometry, geometryWords, standingGeometry } from "@/core/quick/keptRocker";
import { ButtonLink } from "../../controls/Button";

interface Props {
  readonly id: string;
  /** The newest first. */
  readonly kept: readonly KeptGeometry[];
}

/** What is known of an engine's rockers and pushrods, and where more is found out. */
export const GeometrySummary = ({ id, kept }: Props) => (
  <chakra.div fontSize="18px">
    {kept.length === 0 && (
      <chakra.p pb="3">Nothing kept yet: three pushrods and a marker tell which length to order.</chakra.p>
    )}
    {standingGeometry(kept).map((k) => (
      <chakra.p key={k.id} pb="2" data-geometry={k.role}>
        {geometryWords(k)}
        <chakra.span display="block" fontSize="16px" color="soft">
          {k.by}
        </chakra.span>
      </chakra.p>
    ))}
    <ButtonLink asChild>
      <Link href={`/engines/${id}/geometry`} prefetch={false}>
        Which pushrod
      </Link>
    </ButtonLink>
  </chakra.div>
);
