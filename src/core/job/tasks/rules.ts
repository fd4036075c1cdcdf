/**
 * What a kind of work says of itself once a job is in hand: all that differs, and only that. Each room of the kernel
 * names what it asks; a kind of work answers in its own folder, and the registry keeps the list whole. What is asked
 * before a job is opened stands beside it, in the kind's setup: no run carries that along.
 */
import type { CloseOutRules } from "../closeOut/items";
import type { AnyTask } from "../job";
import type { NextRules } from "../next/next";
import type { RefuseRules } from "../refuse/refuse";
import type { SheetRules } from "../sheet/rules";
import type { FoldRules } from "../state/fold";
import type { TargetRules } from "../head/target";

export interface TaskRules<T extends AnyTask = AnyTask, Own = unknown, Step extends string = string>
  extends
    FoldRules<T, Own>,
    NextRules<T, Own, Step>,
    RefuseRules<T, Own>,
    CloseOutRules<T, Own>,
    SheetRules<T, Own>,
    TargetRules<T, Own> {}
