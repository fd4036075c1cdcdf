/** The bridge to bench devices: each listener has a connection of its own, so that no process holds anything for another. */
import net from "node:net";
import { type Assessment, type HeardLine, UNPLUGGED, WINDOW_MS, assess } from "@/core/devices/assess";
import { type DeviceKind, MAX_LINE, readLine } from "@/core/devices/line";
import { Refused } from "../http/refused";

const PORT_VARIABLES: Record<DeviceKind, string> = { gauge: "FULCRATA_GAUGE_PORT", encoder: "FULCRATA_ENCODER_PORT" };
/** Where the device listens, on this machine only; null when the shop has none. */
function portOf(kind: DeviceKind): number | null {
  const port = Number(process.env[PORT_VARIABLES[kind]] ?? "");
  return Number.isInteger(port) && port > 0 && port < 65536 ? port : null;
}

const TELL_MS = 100;
const RETRY_MS = 1000;
/** More is no device of ours: it is cut off before it fills the memory. */
const MAX_HEARD = 200;

/** Of one person at one device, over all pages; and of everybody. */
const MOST_OF_ONE = 8;
const MOST_OF_ALL = 200;
const listening = new Map<string, number>();

/** Counts a listener in, and gives what counts it out once. @throws Refused when there are too many already */
function countIn(who: string): () => void {
  const own = listening.get(who) ?? 0;
  const all = [...listening.values()].reduce((sum, n) => sum + n, 0);
  if (own >= MOST_OF_ONE || all >= MOST_OF_ALL)
    throw new Refused("Too many pages listen to this already: close one of them.", 429);
  listening.set(who, own + 1);
  let out = false;
  return () => {
    if (out) return;
    out = true;
    const left = (listening.get(who) ?? 1) - 1;
    if (left === 0) listening.delete(who);
    else listening.set(who, left);
  };
}

/**
 * What the device says, assessed ten times a second, until `signal` ends it. Plugged out and in again, it goes on.
 * @throws Refused when this one listens on too many pages
 */
export function listen(kind: DeviceKind, signal: AbortSignal, who: string): ReadableStream<Uint8Array> {
  const coder = new TextEncoder();
  const countOut = countIn(`${kind} ${who}`);
  return new ReadableStream({
    start(controller) {
      const device = new Connection(kind);
      let said = "";
      const timer = setInterval(() => {
        const text = JSON.stringify(device.now());
        // A value that did not change is said once a second, so that a dead line is noticed.
        if (text === said && Date.now() % 1000 > TELL_MS) return;
        said = text;
        controller.enqueue(coder.encode(`data: ${text}\n\n`));
      }, TELL_MS);
      signal.addEventListener("abort", () => {
        clearInterval(timer);
        device.end();
        countOut();
        try {
          controller.close();
        } catch {
          // The browser closed it first.
        }
      });
    },
  });
}

class Connection {
  private socket: net.Socket | null = null;
  private heard: HeardLine[] = [];
  private remarks: HeardLine[] = [];
  private rest = "";
  private ended = false;
  private retry: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly kind: DeviceKind) {
    this.connect();
  }

  private connect(): void {
    const port = portOf(this.kind);
    if (port === null || this.ended) return;
    const socket = net.connect({ port, host: "127.0.0.1" });
    socket.setEncoding("utf8");
    socket.on("connect", () => {
      this.socket = socket;
    });
    socket.on("data", (text: string) => this.take(text));
    socket.on("error", () => {});
    socket.on("close", () => {
      this.socket = null;
      this.heard = this.remarks = [];
      this.rest = "";
      if (!this.ended) this.retry = setTimeout(() => this.connect(), RETRY_MS);
    });
  }

  private take(text: string): void {
    const parts = (this.rest + text).split("\n");
    // What never ends in a line is garbage, and counts as one.
    this.rest = (parts.pop() ?? "").slice(-MAX_LINE * 2);
    const atMs = Date.now();
    for (const part of parts.slice(-MAX_HEARD)) {
      const line = readLine(this.kind, part);
      if (line.kind === "remark") this.remarks = [...this.remarks, { line, atMs }].slice(-5);
      else this.heard.push({ line, atMs });
    }
    this.heard = this.heard.filter((h) => atMs - h.atMs <= WINDOW_MS).slice(-MAX_HEARD);
  }

  now(): Assessment {
    return this.socket === null ? UNPLUGGED : assess(this.kind, [...this.remarks, ...this.heard], Date.now());
  }

  end(): void {
    this.ended = true;
    clearTimeout(this.retry);
    this.socket?.destroy();
  }
}

/** Sends a line to a simulated device. @throws Refused when nothing is plugged in */
export async function tell(kind: DeviceKind, line: string): Promise<void> {
  const port = portOf(kind);
  const refused = new Refused("Nothing is plugged in there.", 422);
  if (port === null) throw refused;
  await new Promise<void>((resolve, reject) => {
    const socket = net.connect({ port, host: "127.0.0.1" }, () => socket.end(`${line}\n`));
    socket.on("error", () => reject(refused));
    socket.on("close", () => resolve());
    socket.resume();
    // The device goes on talking: what was sent is on its way, and that is all that is wanted.
    socket.setTimeout(500, () => socket.destroy());
  });
}
