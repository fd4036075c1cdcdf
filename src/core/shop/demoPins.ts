/** PINs of the made-up people: no secret, and shown. */
export const DEMO_PINS: Readonly<Record<string, string>> = {
  "Maud Fenwick": "3141",
  "Jory Penhale": "2718",
  "Anselm Roke": "1618",
  "Tamsin Oake": "1414",
};
