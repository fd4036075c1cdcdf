/** The bridge to bench devices, against sockets that behave as badly as real ones. */
import net from "node:net";
import { afterEach, describe, expect, it } from "vitest";
import type { Assessment } from "@/core/devices/assess";
import { listen, tell } from "./devices";

const open: net.Server[] = [];
const stops: AbortController[] = [];
afterEach(async () => {
  for (const stop of stops.splice(0)) stop.abort();
  await Promise.all(
    open.splice(0).map(
      (s) =>
        new Promise((done) => {
          s.close(done);
          (s as net.Server & { all?: Set<net.Socket> }).all?.forEach((x) => x.destroy());
        }),
    ),
  );
  delete process.env["FULCRATA_GAUGE_PORT"];
});

/** A device that does with every listener what is given. */
async function device(serve: (socket: net.Socket) => void, port = 0): Promise<number> {
  const all = new Set<net.Socket>();
  const server = Object.assign(
    net.createServer((socket) => {
      all.add(socket);
      socket.on("error", () => {});
      serve(socket);
    }),
    { all },
  );
  open.push(server);
  await new Promise<void>((done) => server.listen(port, "127.0.0.1", done));
  const at = (server.address() as net.AddressInfo).port;
  process.env["FULCRATA_GAUGE_PORT"] = String(at);
  return at;
}

type Until = (fits: (said: Assessment) => boolean) => Promise<Assessment>;

/** Listens from now on: each call waits until something is said that fits. */
function listener(): Until {
  const stop = new AbortController();
  stops.push(stop);
  const reader = listen("gauge", stop.signal, "ada").getReader();
  return async (fits) => {
    for (;;) {
      const { value, done } = await reader.read();
      if (done) throw new Error("the stream ended");
      for (const line of new TextDecoder().decode(value).split("\n\n")) {
        if (!line.startsWith("data: ")) continue;
        const said = JSON.parse(line.slice(6)) as Assessment;
        if (fits(said)) return said;
      }
    }
  };
}
const until: Until = (fits) => listener()(fits);

const speaking =
  (line: string) =>
  (socket: net.Socket): void => {
    socket.write("# simulated bench gauge\n");
    const timer = setInterval(() => socket.write(line), 50);
    socket.on("close", () => clearInterval(timer));
  };

describe("the bridge", () => {
  it("says that nothing is plugged in, and goes on when something is", async () => {
    expect((await until(() => true)).state).toBe("unplugged");
    await device(speaking("G1 0.300 mm\n"));
    expect(await until((s) => s.state === "steady")).toMatchObject({ value: 0.3, id: "G1", simulated: true });
  });
  it("says when the plug is pulled in the middle", async () => {
    const plugged: net.Socket[] = [];
    await device((socket) => {
      plugged.push(socket);
      speaking("G1 0.300 mm\n")(socket);
    });
    const heard = listener();
    await heard((s) => s.state === "steady");
    plugged.forEach((socket) => socket.destroy());
    expect((await heard((s) => s.state === "unplugged")).words).toMatch(/Not plugged in/);
  });
  it("lives through a flood that never ends in a line", async () => {
    await device((socket) => {
      const timer = setInterval(() => socket.write("x".repeat(50_000)), 20);
      socket.on("close", () => clearInterval(timer));
    });
    expect((await until((s) => s.state !== "unplugged")).state).toMatch(/silent|garbage/);
  });
  it("puts lines together that come in pieces, and lets two listen at once", async () => {
    await device((socket) => {
      let n = 0;
      const timer = setInterval(() => socket.write(n++ % 2 === 0 ? "G1 0.2" : "50 mm\n"), 40);
      socket.on("close", () => clearInterval(timer));
    });
    const said = await Promise.all([until((s) => s.state === "steady"), until((s) => s.state === "steady")]);
    expect(said.map((s) => s.value)).toEqual([0.25, 0.25]);
  });
  it("passes a command on, and says when nobody takes it", async () => {
    const heard: string[] = [];
    await device((socket) => socket.on("data", (text) => heard.push(String(text))));
    await tell("gauge", "set 0.3");
    expect(heard.join("")).toBe("set 0.3\n");
    process.env["FULCRATA_GAUGE_PORT"] = "1";
    await expect(tell("gauge", "set 0.3")).rejects.toThrow(/Nothing is plugged in/);
  });
});

describe("listeners", () => {
  it("are so many a person and device, until one leaves", () => {
    const all = Array.from({ length: 8 }, () => {
      const stop = new AbortController();
      stops.push(stop);
      void listen("gauge", stop.signal, "bo");
      return stop;
    });
    const more = (who: string, kind: "gauge" | "encoder" = "gauge") => {
      const stop = new AbortController();
      stops.push(stop);
      return listen(kind, stop.signal, who);
    };
    expect(() => more("bo")).toThrow(/Too many pages/);
    expect(() => more("cy")).not.toThrow();
    expect(() => more("bo", "encoder")).not.toThrow();
    all[0]?.abort();
    all[0]?.abort();
    expect(() => more("bo")).not.toThrow();
    expect(() => more("bo")).toThrow(/Too many pages/);
  });
});
