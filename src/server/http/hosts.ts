/**
 * By which names this shop is to be found: a page elsewhere that gave its own name this machine's address would otherwise
 * be answered as if it were ours.
 */
const THIS_MACHINE = ["127.0.0.1", "localhost", "[::1]"];

/** `host` as it was asked for; `address` where people reach the app, and `listens` what it listens on, where that is said. */
export function isOurs(host: string | null, address = "", listens = ""): boolean {
  const name = (host ?? "").replace(/:\d+$/, "").toLowerCase();
  return (
    THIS_MACHINE.includes(name) ||
    (name !== "" && (name === listens.toLowerCase() || (URL.canParse(address) && new URL(address).hostname === name)))
  );
}

/** As the app was started. */
export const isAskedByName = (headers: Headers): boolean =>
  isOurs(headers.get("host"), process.env["FULCRATA_URL"], process.env["FULCRATA_HOST"]);

export const MISDIRECTED = "This shop is not to be found under that name.";
