"use client";

import { useStored } from "../../stored";
import { HEAD_VIEWS, type HeadView } from "./geometry";

/** From where a person looks at an engine: remembered on this device. */
export function useHeadView(engine: string): readonly [HeadView, (view: HeadView) => void] {
  const [stored, write] = useStored<HeadView>(`fulcrata-view-${engine}`);
  return [stored !== null && HEAD_VIEWS.includes(stored) ? stored : "front-left", write];
}
