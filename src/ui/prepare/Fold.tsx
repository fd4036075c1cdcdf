"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import { type ReactNode, useState } from "react";
import { Button } from "../controls/Button";
import type { Trouble } from "../send";

interface Props {
  readonly title: string;
  /** What stands there, in a line. */
  readonly line: string;
  /** Begins as its line only. */
  readonly folded: boolean;
  /** The fields in it: what is wrong with one opens it. */
  readonly paths: readonly string[];
  readonly problems: readonly Trouble[];
  readonly children: ReactNode;
}

/** A part of the preparation that is proposed on one line until it is changed. */
export function Fold({ title, line, folded, paths, problems, children }: Props) {
  const [opened, setOpened] = useState(!folded);
  if (opened || problems.some((p) => paths.includes(p.path))) return <>{children}</>;
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns="5.5rem minmax(0, 1fr) auto"
      gap="3"
      alignItems="center"
      borderTop="1px solid"
      borderColor="line"
      pt="2"
    >
      <chakra.span fontFamily="stamp" fontWeight={600} fontSize="18px">
        {title}
      </chakra.span>
      <chakra.span fontSize="17px">{line}</chakra.span>
      <Button type="button" size="big" aria-label={`Change: ${title}`} onClick={() => setOpened(true)}>
        Change
      </Button>
    </chakra.div>
  );
}
