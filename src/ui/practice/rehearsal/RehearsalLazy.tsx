"use client";

import dynamic from "next/dynamic";

/** Loaded by whoever rehearses: a bench by itself stays light. */
export const RehearsalLazy = dynamic(() => import("./Rehearsal"));
