import { chakra } from "@chakra-ui/react/styled-system";
import Link from "next/link";
import { LINK_LOOK } from "../controls/Button";

export interface JobLineShown {
  readonly id: string;
  readonly engine: string;
  readonly serial: string | null;
  readonly valveCount: number;
  /** It is still worked on: it has no sheet to look at yet. */
  readonly inHand: boolean;
  /** "3 November 2026", "called off 3 November 2026", "begun 3 November 2026". */
  readonly when: string;
}
export interface EngineLineShown {
  readonly id: string;
  readonly name: string;
  readonly serial: string | null;
  /** "650 h". */
  readonly counter: string | null;
  /** "6 cylinders in line, 1-4-2-6-3-5". */
  readonly about: string;
}
export interface Lines {
  readonly engines: { readonly lines: readonly EngineLineShown[]; readonly of: number };
  readonly ended: readonly JobLineShown[];
}

/** Jobs to the left, engines to the right, where there is room. */
export const Columns = chakra("div", {
  base: {
    display: "grid",
    gridTemplateColumns: { base: "minmax(0, 1fr)", lg: "minmax(0, 1.15fr) minmax(0, 1fr)" },
    gap: { base: "8", lg: "10" },
    alignItems: "start",
  },
});

/** Many lines alike: what they look like is said once, for the list. */
const List = chakra("ul", {
  base: {
    listStyleType: "none",
    p: "0",
    m: "0",
    borderBottom: "1px solid",
    borderColor: "line",
    "& > li": {
      borderTop: "1px solid",
      borderColor: "line",
      py: "2",
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      gap: "3",
    },
    "& > li > div": { flex: "1", minWidth: "12rem" },
    "& > li > a": LINK_LOOK,
    "& b": { fontSize: "18px", fontWeight: 600 },
    "& b a": { textDecoration: "underline", textUnderlineOffset: "3px" },
    "& p": { color: "soft", fontSize: "16px" },
  },
});

const told = (parts: readonly (string | null)[], between = " · "): string =>
  parts.filter((x) => x !== null).join(between);

/** Jobs, a line each: which engine it was and when. */
export const JobLines = ({ jobs }: { readonly jobs: readonly JobLineShown[] }) => (
  <List>
    {jobs.map(({ id, engine, serial, valveCount, inHand, when }) => (
      <li key={id}>
        <div>
          <b>{engine}</b>
          <p>{told([serial, valveCount === 0 ? "build check" : `${valveCount} valves`, when])}</p>
        </div>
        <Link
          href={inHand ? `/jobs/${id}` : `/jobs/${id}/sheet`}
          prefetch={false}
          aria-label={`${inHand ? "Go on with" : "Sheet of"} ${told([engine, serial, when], ", ")}`}
        >
          {inHand ? "Go on" : "Sheet"}
        </Link>
      </li>
    ))}
  </List>
);

/** Engines, a line each, and how many more there are. */
export const EngineLines = ({ engines: { lines, of } }: Pick<Lines, "engines">) => (
  <>
    <List>
      {lines.map(({ id, name, serial, counter, about }) => (
        <li key={id}>
          <div>
            <b>
              <Link href={`/engines/${id}`} prefetch={false}>
                {name}
              </Link>
            </b>
            <p>{about}</p>
            <p>{told([serial, counter])}</p>
          </div>
          <Link
            href={`/engines/${id}/job`}
            prefetch={false}
            aria-label={`Start a job on ${told([name, serial], ", ")}`}
          >
            Start a job
          </Link>
        </li>
      ))}
    </List>
    {of > lines.length && (
      <chakra.p color="soft" fontSize="16px" pt="2">
        {lines.length} of {of} engines: find the others by name, serial or notes.
      </chakra.p>
    )}
  </>
);
