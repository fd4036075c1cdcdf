"use client";

import { NOTHING_TYPED, quickRocker } from "@/core/quick/rocker";
import { useUnit } from "../controls/unit";
import { QuickPage } from "./QuickPage";
import { RockerAsks } from "./RockerAsks";
import { RockerShown } from "./RockerShown";
import type { Given } from "./given";
import { useTyped } from "./useTyped";

/** Sweep, and the pushrod to order: from an adjustable pushrod and a marker, or from measured figures. */
export function RockerAnswer({ given }: Given) {
  const unit = useUnit();
  const [typed, change] = useTyped({ ...NOTHING_TYPED, step: unit === "mm" ? "1 mm" : "0.050 in" }, given);
  const { answer, problems } = quickRocker(typed);
  return (
    <QuickPage kind="rocker" asks={<RockerAsks typed={typed} problems={problems} onChange={change} />}>
      <RockerShown answer={answer} onStud={typed.mount !== "shaft"} />
    </QuickPage>
  );
}
