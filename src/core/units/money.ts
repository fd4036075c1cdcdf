/** Prices, in the one currency that a shop reckons in. */

export const CURRENCIES = [
  "AUD",
  "BRL",
  "CAD",
  "CHF",
  "CZK",
  "DKK",
  "EUR",
  "GBP",
  "HUF",
  "INR",
  "JPY",
  "MXN",
  "NOK",
  "NZD",
  "PLN",
  "SEK",
  "TRY",
  "USD",
  "ZAR",
] as const;
export type Currency = (typeof CURRENCIES)[number];
export const DEFAULT_CURRENCY: Currency = "EUR";

/** "€12.30", "CHF 4.50": with as many decimals as the currency has. */
export const priceWords = (amount: number, currency: Currency): string =>
  new Intl.NumberFormat("en-US", { style: "currency", currency }).format(amount);

/** "euro": a currency by its name. */
export const currencyName = (currency: Currency): string =>
  new Intl.DisplayNames("en-US", { type: "currency" }).of(currency) ?? currency;
