"use client";

import Link from "next/link";
import { type ComponentType, createContext } from "react";
import { useExchanging } from "../openerCloser/useExchanging";
import { useCatalogue } from "./useCatalogue";
import { usePartCommands } from "./usePartCommands";

/** Where the pages of parts keep what is measured and fitted, and who sells what is missing. */
export interface PartsHost {
  readonly useCommands: typeof usePartCommands;
  readonly useExchanging: typeof useExchanging;
  readonly useCatalogue: typeof useCatalogue;
  /** The engine's name, which leads back to its run. */
  readonly Engine: ComponentType<{ readonly jobId: string; readonly name: string }>;
}

const ToJob: PartsHost["Engine"] = ({ jobId, name }) => (
  <Link href={`/jobs/${jobId}`} style={{ textDecoration: "underline" }}>
    {name}
  </Link>
);

/** The shop's, unless somebody only rehearses. */
export const PartsHosted = createContext<PartsHost>({
  useCommands: usePartCommands,
  useExchanging,
  useCatalogue,
  Engine: ToJob,
});
