"use client";

import { type ReactNode, createContext, useContext } from "react";
import { type ShopWays, USUAL_WAYS } from "@/core/shop/ways";
import { priceWords } from "@/core/units/money";
import { TEMPERATURE_SIGNS, temperatureWords, typedCelsius } from "@/core/units/temperature";

const WaysContext = createContext<ShopWays>(USUAL_WAYS);

/** How the shop writes what is below. */
export const WaysProvider = ({ ways, children }: { readonly ways: ShopWays; readonly children: ReactNode }) => (
  <WaysContext value={ways}>{children}</WaysContext>
);

export const useWays = (): ShopWays => useContext(WaysContext);

/** A price as it is shown here. */
export function usePrice(): (amount: number) => string {
  const { currency } = useWays();
  return (amount) => priceWords(amount, currency);
}

/** Temperatures as they are typed and shown here. */
export function useTemperature() {
  const { temperatureUnit: unit } = useWays();
  return {
    sign: TEMPERATURE_SIGNS[unit],
    words: (celsius: number): string => temperatureWords(celsius, unit),
    /** Null where nothing is typed, undefined where it is no temperature. */
    celsius: (typed: string): number | null | undefined => typedCelsius(typed, unit),
  };
}
