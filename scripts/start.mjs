/** `npm start`: a shop of one's own, begun on its first page; its data lie apart from the demo's. */
import { launch } from "./lib/launch.mjs";

await launch({ command: "npm start", script: "start.mjs", data: ".data/shop", port: 4390, demo: false });
