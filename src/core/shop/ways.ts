/** How a shop writes what it shows: settings that every page and paper of it keeps to. */
import { type Currency, DEFAULT_CURRENCY } from "../units/money";
import { DEFAULT_PAPER, type Paper } from "../units/paper";
import { DEFAULT_TEMPERATURE_UNIT, type TemperatureUnit } from "../units/temperature";

export interface ShopWays {
  /** In what its prices are. */
  readonly currency: Currency;
  readonly temperatureUnit: TemperatureUnit;
  readonly paper: Paper;
}

export const USUAL_WAYS: ShopWays = {
  currency: DEFAULT_CURRENCY,
  temperatureUnit: DEFAULT_TEMPERATURE_UNIT,
  paper: DEFAULT_PAPER,
};
