/** The simulated bench devices and the simulated supplier that ship with the app. */
import path from "node:path";
import { freePort } from "./postgres.mjs";
import { start, stop } from "./processes.mjs";

/**
 * Starts gauge, encoder and supplier on free ports, and gives the environment that tells the app where they are.
 * @param {string} root @param {string} [ordersFile] where the supplier keeps its orders; nowhere when left out
 */
export async function startDevices(root, ordersFile) {
  const [gaugePort, encoderPort, supplierPort] = [await freePort(), await freePort(), await freePort()];
  const children = await Promise.all(
    [
      ["gauge", gaugePort],
      ["encoder", encoderPort],
      ["supplier", supplierPort],
    ].map(([name, port]) =>
      start(
        process.execPath,
        [
          path.join(root, `tools/${name}.mjs`),
          String(port),
          ...(name === "supplier" && ordersFile !== undefined ? [ordersFile] : []),
        ],
        { cwd: root },
      ),
    ),
  );
  return {
    gaugePort,
    encoderPort,
    supplierPort,
    env: {
      FULCRATA_SIMULATED: "yes",
      FULCRATA_GAUGE_PORT: String(gaugePort),
      FULCRATA_ENCODER_PORT: String(encoderPort),
      FULCRATA_SUPPLIER_PORT: String(supplierPort),
    },
    stop: async () => {
      await Promise.all(children.map(({ child }) => stop(child)));
    },
  };
}
