/** What the simulated devices share: lines out to everybody who listens on loopback TCP, commands in. */
import net from "node:net";

/**
 * Serves lines until the process ends.
 * @param {{ name: string, port: number, everyMs: number, line: () => string | null, commands: Record<string, (value: string) => void> }} device
 */
export function serveLines({ name, port, everyMs, line, commands }) {
  /** @type {Set<net.Socket>} */
  const listeners = new Set();
  const server = net.createServer((socket) => {
    listeners.add(socket);
    socket.write(`# simulated ${name}\n`);
    socket.setEncoding("utf8");
    let rest = "";
    socket.on("data", (text) => {
      const parts = (rest + text).slice(-2000).split("\n");
      rest = parts.pop() ?? "";
      for (const part of parts) {
        const [word = "", value = ""] = part.trim().split(/\s+/, 2);
        const does = commands[word];
        if (does === undefined) socket.write(`# no such command: ${word.slice(0, 20)}\n`);
        else does(value);
      }
    });
    // A listener that went away is none of the device's business.
    socket.on("error", () => {});
    socket.on("close", () => listeners.delete(socket));
  });
  server.on("error", (error) => {
    process.stderr.write(`${name}: port ${port} can't be used: ${error.message}\n`);
    process.exit(1);
  });
  server.listen(port, "127.0.0.1", () => process.stdout.write(`${name} listens on 127.0.0.1:${port}\n`));
  const parent = process.ppid;
  setInterval(() => {
    // Whoever started it is gone: a device that nobody can switch off goes as well.
    if (process.ppid !== parent) process.exit(0);
    const text = line();
    if (text !== null) for (const socket of listeners) socket.write(`${text}\n`);
  }, everyMs);
}

/** The port from the command line. @param {number} fallback */
export function portGiven(fallback) {
  const given = process.argv[2];
  const port = given === undefined ? fallback : Number(given);
  if (Number.isInteger(port) && port > 0 && port < 65536) return port;
  process.stderr.write(`"${given}" is not a port: give a number from 1 to 65535.\n`);
  process.exit(2);
}
