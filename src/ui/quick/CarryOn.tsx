import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { ButtonLink } from "../controls/Button";

/** All that was typed goes on into the form of a new engine, and from there into a job. */
export function CarryOn({
  query,
  what,
}: {
  readonly query: Readonly<Record<string, string>>;
  /** What goes on, where not all of it does. */
  readonly what?: string;
}) {
  const typed = new URLSearchParams(Object.entries(query).filter(([, text]) => text !== ""));
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="2" _print={{ display: "none" }}>
      <ButtonLink asChild>
        <Link href={`/engines/new?${typed.toString()}`}>Make it an engine</Link>
      </ButtonLink>
      <ButtonLink asChild>
        <Link href={`/engines/new?${typed.toString()}&then=job`}>Start a job with it</Link>
      </ButtonLink>
      {what !== undefined && (
        <chakra.p flex="1 0 100%" fontSize="16px" color="soft">
          {what}
        </chakra.p>
      )}
    </chakra.div>
  );
}
