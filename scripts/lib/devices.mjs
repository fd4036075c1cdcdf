/** The simulated bench devices that ship with the app. */
import path from "node:path";
import { freePort } from "./postgres.mjs";
import { start, stop } from "./processes.mjs";

/**
 * Starts gauge and encoder on free ports, and gives the environment that tells the app where they are.
 * @param {string} root
 */
export async function startDevices(root) {
  const [gaugePort, encoderPort] = [await freePort(), await freePort()];
  const children = [["gauge", gaugePort], ["encoder", encoderPort]].map(([name, port]) =>
    start(process.execPath, [path.join(root, `tools/${name}.mjs`), String(port)], { cwd: root }));
  return {
    gaugePort, encoderPort,
    env: { FULCRATA_GAUGE_PORT: String(gaugePort), FULCRATA_ENCODER_PORT: String(encoderPort) },
    stop: async () => { await Promise.all(children.map(stop)); },
  };
}
