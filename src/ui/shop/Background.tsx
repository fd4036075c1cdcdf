import { chakra } from "@chakra-ui/react/styled-system";
import { format } from "date-fns";
import { BACKGROUND, type BackgroundLine } from "@/core/shop/background";
import { Row } from "../controls/Row";
import { PlateHeading } from "../controls/Stamp";

const time = (at: Date): string => format(at, "MMM d, HH:mm");

/** How it went, or when it goes on. */
function wentWords({ state, retries, mostRetries, endedAt, nextAt }: BackgroundLine): string {
  const at = endedAt === null ? "" : ` ${time(endedAt)}`;
  switch (state) {
    case "done":
      return `done${at}`;
    case "at it":
      return "at it now";
    case "waits":
      return `is done ${time(nextAt)}`;
    case "to be tried again":
      return `failed, is tried again ${time(nextAt)} (${retries + 1} of ${mostRetries})`;
    case "given up":
      return `failed ${mostRetries + 1} times, given up${at}`;
  }
}

/** What is done at night and in between, without anybody asking: what came of it, and what failed and why. */
export function Background({ lines }: { readonly lines: readonly BackgroundLine[] }) {
  return (
    <section aria-labelledby="background">
      <PlateHeading id="background" pb="2">
        Done by itself
      </PlateHeading>
      {lines.length === 0 ? (
        <chakra.p fontSize="18px">Nothing was done yet: backups are made at night.</chakra.p>
      ) : (
        <chakra.ul listStyleType="none" m="0" p="0">
          {lines.map((l) => (
            <Row key={l.id} alignItems="flex-start" minHeight="0">
              <span>
                <b>{BACKGROUND[l.kind]}</b>, <span suppressHydrationWarning>{wentWords(l)}</span>
                {l.said !== null && (
                  <chakra.span
                    display="block"
                    fontSize="16px"
                    color={l.state === "done" ? "soft" : "ink"}
                    overflowWrap="anywhere"
                  >
                    {l.said}
                  </chakra.span>
                )}
              </span>
            </Row>
          ))}
        </chakra.ul>
      )}
    </section>
  );
}
