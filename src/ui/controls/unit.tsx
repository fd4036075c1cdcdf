"use client";

import { type ReactNode, createContext, useContext } from "react";
import type { TypedUnit } from "@/core/units/typedLength";

const UnitContext = createContext<TypedUnit>("mm");

/** In what bare figures are read below: the engine's, where it says; null leaves it as it is around. */
export function UnitProvider({ unit, children }: { readonly unit: TypedUnit | null; readonly children: ReactNode }) {
  const around = useContext(UnitContext);
  return <UnitContext value={unit ?? around}>{children}</UnitContext>;
}

export const useUnit = (): TypedUnit => useContext(UnitContext);
