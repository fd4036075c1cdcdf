import { chakra } from "@chakra-ui/react/styled-system";
import { type ReactNode, useCallback, useState } from "react";
import { PlateHeading } from "./Stamp";

export interface Folds {
  readonly isOpen: (id: string) => boolean;
  readonly toggle: (id: string) => void;
  readonly open: (id: string) => void;
}

/** Which parts of a long page are open on a narrow screen. */
export function useFolds(first: readonly string[]): Folds {
  const [opened, setOpened] = useState<ReadonlySet<string>>(() => new Set(first));
  const open = useCallback((id: string) => setOpened((before) => new Set(before).add(id)), []);
  const toggle = (id: string): void =>
    opened.has(id) ? setOpened(new Set([...opened].filter((x) => x !== id))) : open(id);
  return { isOpen: (id) => opened.has(id), toggle, open };
}

interface Props {
  readonly id: string;
  readonly title: string;
  readonly folds: Folds;
  /** Stands beside the heading. */
  readonly aside?: ReactNode;
  /** On a wide screen it needs no heading of its own. */
  readonly bare?: boolean;
  readonly children: ReactNode;
}

/** A part of a long page: on a narrow screen behind its heading, on a wide one always open. */
export function Fold({ id, title, folds, aside, bare = false, children }: Props) {
  const isOpen = folds.isOpen(id);
  return (
    <chakra.section
      id={id}
      tabIndex={-1}
      aria-labelledby={`${id}-name`}
      minWidth="0"
      borderTop={{ base: "1.5px solid", lg: "0" }}
      borderColor="edge!"
    >
      <chakra.div
        display={bare ? { base: "block", lg: "none" } : { base: "block", lg: "flex" }}
        justifyContent="space-between"
        alignItems="center"
        gap="3"
      >
        <PlateHeading id={`${id}-name`}>
          <chakra.span display={{ base: "none", lg: "inline" }}>{title}</chakra.span>
          <chakra.button
            type="button"
            aria-expanded={isOpen}
            aria-controls={`${id}-body`}
            onClick={() => folds.toggle(id)}
            display={{ base: "flex", lg: "none" }}
            justifyContent="space-between"
            alignItems="center"
            width="full"
            minHeight="56px"
            textAlign="left"
            cursor="pointer"
          >
            {title}
            <chakra.span aria-hidden="true" fontSize="26px" lineHeight={1}>
              {isOpen ? "−" : "+"}
            </chakra.span>
          </chakra.button>
        </PlateHeading>
        {aside !== undefined && (
          <chakra.div display={{ base: isOpen ? "block" : "none", lg: "block" }} pb="2">
            {aside}
          </chakra.div>
        )}
      </chakra.div>
      <chakra.div id={`${id}-body`} display={{ base: isOpen ? "block" : "none", lg: "block" }}>
        {children}
      </chakra.div>
    </chakra.section>
  );
}

/** Places of a long page to jump to, on a narrow screen. */
export function JumpTo({ places, folds }: { readonly places: ReadonlyMap<string, string>; readonly folds: Folds }) {
  return (
    <chakra.nav aria-label="On this page" display={{ base: "flex", lg: "none" }} flexWrap="wrap" columnGap="4">
      {[...places].map(([id, name]) => (
        <chakra.a
          key={id}
          href={`#${id}`}
          onClick={() => folds.open(id)}
          display="inline-flex"
          alignItems="center"
          minHeight="44px"
          fontSize="17px"
          textDecoration="underline"
          textUnderlineOffset="4px"
        >
          {name}
        </chakra.a>
      ))}
    </chakra.nav>
  );
}
