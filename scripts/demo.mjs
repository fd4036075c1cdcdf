/** `npm run demo`: the made-up shop with its simulated devices. */
import { launch } from "./lib/launch.mjs";

await launch({ command: "npm run demo", script: "demo.mjs", data: ".data", port: 4380, demo: true });
