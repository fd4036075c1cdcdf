/** Temperatures: kept in degrees Celsius, typed and shown in the unit of the shop. */

export const TEMPERATURE_UNITS = ["C", "F"] as const;
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number];
export const DEFAULT_TEMPERATURE_UNIT: TemperatureUnit = "C";

export const TEMPERATURE_SIGNS: Readonly<Record<TemperatureUnit, string>> = { C: "°C", F: "°F" };

/** To a tenth of a degree Celsius: finer than any hand-held thermometer, and back to the same whole Fahrenheit. */
const TENTHS = 10;

/** A figure of this unit in degrees Celsius, to a tenth. */
export const celsiusFrom = (figure: number, unit: TemperatureUnit): number =>
  Math.round((unit === "C" ? figure : ((figure - 32) * 5) / 9) * TENTHS) / TENTHS;

/** As it is shown in this unit: a tenth in Celsius where there is one, whole degrees Fahrenheit. */
export const temperatureIn = (celsius: number, unit: TemperatureUnit): number =>
  unit === "C" ? Math.round(celsius * TENTHS) / TENTHS + 0 : Math.round((celsius * 9) / 5 + 32) + 0;

/** "82 °C". */
export const temperatureWords = (celsius: number, unit: TemperatureUnit): string =>
  `${temperatureIn(celsius, unit)} ${TEMPERATURE_SIGNS[unit]}`;

/**
 * What was typed, in degrees Celsius: a bare figure in the given unit, "180 F" or "82 °C" as it says itself. Null where
 * nothing was typed, undefined where it is no temperature.
 */
export function typedCelsius(text: string, unit: TemperatureUnit): number | null | undefined {
  const typed = text.trim();
  if (typed === "") return null;
  const [, figure = "", said = unit] = /^([+-]?\d+(?:[.,]\d*)?)\s*°?\s*([cf])?$/i.exec(typed) ?? [];
  return figure === ""
    ? undefined
    : celsiusFrom(Number(figure.replace(",", ".")), said.toUpperCase() as TemperatureUnit);
}
