import { chakra } from "@chakra-ui/react/styled-system";
import { formatDistanceToNow } from "date-fns";
import Link from "next/link";
import type { JobInHand } from "@/core/job/pages/prepare";
import { ButtonLink } from "../controls/Button";

/** What is open on this engine already, with the way to it. */
export function InHand({ jobs }: { readonly jobs: readonly JobInHand[] }) {
  if (jobs.length === 0) return null;
  return (
    <chakra.section
      aria-label="In hand on this engine"
      border="2px solid"
      borderColor="now"
      borderRadius="plate"
      bg="sheet"
      px="4"
      py="3"
    >
      {jobs.map(({ id, stands, touchedAt }) => (
        <chakra.div
          key={id}
          display="flex"
          flexWrap="wrap"
          gap="3"
          alignItems="center"
          justifyContent="space-between"
        >
          <chakra.p fontSize="18px">
            <b>A job is open on it:</b> {stands.charAt(0).toLowerCase()}
            {stands.slice(1)}, touched <span suppressHydrationWarning>{formatDistanceToNow(touchedAt)} ago</span>.
          </chakra.p>
          <ButtonLink asChild>
            <Link href={`/jobs/${id}`} aria-label={`Go on with the open job: ${stands}`}>
              Go on with it
            </Link>
          </ButtonLink>
        </chakra.div>
      ))}
    </chakra.section>
  );
}
