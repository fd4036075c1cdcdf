"use client";

import { type ReactNode, createContext, useContext } from "react";
import { type Currency, DEFAULT_CURRENCY, priceWords } from "@/core/units/money";

const CurrencyContext = createContext<Currency>(DEFAULT_CURRENCY);

/** In what the prices below are. */
export const CurrencyProvider = ({
  currency,
  children,
}: {
  readonly currency: Currency;
  readonly children: ReactNode;
}) => <CurrencyContext value={currency}>{children}</CurrencyContext>;

export const useCurrency = (): Currency => useContext(CurrencyContext);

/** A price as it is shown here. */
export function usePrice(): (amount: number) => string {
  const currency = useCurrency();
  return (amount) => priceWords(amount, currency);
}
