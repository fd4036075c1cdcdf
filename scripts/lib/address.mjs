/** One address for whichever database serves now, as a proxy or a name that moves would be. */
import { connect, createServer } from "node:net";

/**
 * @param {number} port of the database that serves first
 * @returns {Promise<{ port: number, to: (port: number | null) => void, close: () => Promise<void> }>} `to` leads to
 *   another from now on, or nowhere; whatever was connected is cut off
 */
export async function movingAddress(port) {
  /** @type {number | null} */
  let target = port;
  /** @type {Set<import("node:net").Socket>} */
  const open = new Set();
  const server = createServer((socket) => {
    if (target === null) return void socket.destroy();
    const there = connect(target, "127.0.0.1");
    for (const [one, other] of /** @type {const} */ ([
      [socket, there],
      [there, socket],
    ])) {
      open.add(one);
      one.setNoDelay(true);
      one.on("error", () => undefined);
      one.on("close", () => {
        open.delete(one);
        other.destroy();
      });
      one.pipe(other);
    }
  });
  await new Promise((done) => server.listen(0, "127.0.0.1", () => done(undefined)));
  const address = server.address();
  return {
    port: typeof address === "object" && address !== null ? address.port : 0,
    to: (next) => {
      target = next;
      for (const socket of open) socket.destroy();
    },
    close: async () => {
      for (const socket of open) socket.destroy();
      await new Promise((done) => server.close(() => done(undefined)));
    },
  };
}
