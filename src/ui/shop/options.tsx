import { SCHOOLS, SCHOOL_NAMES } from "@/core/lash/school";
import { CURRENCIES, currencyName } from "@/core/units/money";
import { PAPERS, PAPER_NAMES } from "@/core/units/paper";
import { TEMPERATURE_SIGNS, TEMPERATURE_UNITS } from "@/core/units/temperature";

/** The ways to feel a leaf, to be chosen from. */
export const SchoolOptions = () =>
  SCHOOLS.map((s) => (
    <option key={s} value={s}>
      {SCHOOL_NAMES[s].name}
    </option>
  ));

export const CurrencyOptions = () =>
  CURRENCIES.map((code) => (
    <option key={code} value={code}>
      {code}, {currencyName(code)}
    </option>
  ));

export const TemperatureOptions = () =>
  TEMPERATURE_UNITS.map((unit) => (
    <option key={unit} value={unit}>
      {TEMPERATURE_SIGNS[unit]}
    </option>
  ));

export const PaperOptions = () =>
  PAPERS.map((paper) => (
    <option key={paper} value={paper}>
      {PAPER_NAMES[paper]}
    </option>
  ));
