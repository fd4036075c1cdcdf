"use client";

import { chakra } from "@chakra-ui/react/styled-system";
import type { EngineFile } from "@/core/engine/engineFile";
import { Select } from "../../controls/Field";
import type { HeadView } from "./geometry";
import { viewChoices } from "./viewWords";

interface Props {
  readonly file: EngineFile;
  readonly view: HeadView;
  readonly onView: (view: HeadView) => void;
}

/** The side from which the person looks at the engine. */
export function ViewPicker({ file, view, onView }: Props) {
  return (
    <chakra.label
      display="inline-flex"
      alignItems="center"
      flexWrap="wrap"
      columnGap="2"
      bg="sheet"
      fontFamily="stamp"
      fontWeight={600}
      fontSize="16px"
      textTransform="uppercase"
      color="soft"
      px="1"
    >
      <chakra.span whiteSpace="nowrap">Seen from above</chakra.span>
      <Select value={view} width="auto" textTransform="none" onChange={(e) => onView(e.target.value as HeadView)}>
        {viewChoices(file).map((v) => (
          <option key={v.view} value={v.view}>
            {v.words}
          </option>
        ))}
      </Select>
    </chakra.label>
  );
}
