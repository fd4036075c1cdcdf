/** Writes the JSON Schemas of the open formats into docs/schemas, from the very validators that the app uses. */
import { writeFileSync } from "node:fs";
import path from "node:path";
import { z } from "zod";
import { heatInput, preloadInput } from "../src/core/calc/gearInputs";
import { forecastInput, gaugeStudyInput } from "../src/core/calc/recordInputs";
import { geometryInput } from "../src/core/calc/geometryInput";
import { positiveClosingInput, shimsInput } from "../src/core/calc/shimInputs";
import { lashInput, leafInput, locateInput, stopsInput, tapeInput } from "../src/core/calc/inputs";
import { wholeShopManifest } from "../src/core/shop/wholeShop";
import { engineFileSchema } from "../src/core/engine/engineFileSchema";

const SCHEMAS = {
  "shop-1": wholeShopManifest,
  "engine-1": engineFileSchema,
  "calc-stops": stopsInput,
  "calc-locate": locateInput,
  "calc-tape": tapeInput,
  "calc-lash": lashInput,
  "calc-leaf": leafInput,
  "calc-preload": preloadInput,
  "calc-heat": heatInput,
  "calc-shims": shimsInput,
  "calc-positive-closing": positiveClosingInput,
  "calc-forecast": forecastInput,
  "calc-gauge-study": gaugeStudyInput,
  "calc-geometry": geometryInput,
};

/** The text of each schema file, by name. */
export const schemaFiles = (): Record<string, string> =>
  Object.fromEntries(
    Object.entries(SCHEMAS).map(([name, schema]) => [
      `${name}.schema.json`,
      `${JSON.stringify(z.toJSONSchema(schema, { io: "input" }), null, 2)}\n`,
    ]),
  );

if (process.argv[1] === import.meta.filename) {
  for (const [name, text] of Object.entries(schemaFiles()))
    writeFileSync(path.resolve(import.meta.dirname, "../docs/schemas", name), text);
}
