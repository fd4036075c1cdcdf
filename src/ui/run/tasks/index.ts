/** The runs, one for each kind of work: kept whole by its type. Each is loaded with its own rules and room, and no other's. */
import dynamic from "next/dynamic";
import type { ComponentType } from "react";
import type { TaskKind } from "@/core/job/tasks";
import type { RunProps } from "../model";

export const RUNS: Readonly<Record<TaskKind, ComponentType<RunProps>>> = {
  screw: dynamic(() => import("./screw/run")),
  grinding: dynamic(() => import("./grinding/run")),
  preload: dynamic(() => import("./preload/run")),
  "dry-gap": dynamic(() => import("./dryGap/run")),
  shims: dynamic(() => import("./shims/run")),
  "opener-closer": dynamic(() => import("./openerCloser/run")),
  "build-check": dynamic(() => import("./buildCheck/run")),
};
