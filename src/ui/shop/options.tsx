import { SCHOOLS, SCHOOL_NAMES } from "@/core/lash/school";
import { CURRENCIES, currencyName } from "@/core/units/money";

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
