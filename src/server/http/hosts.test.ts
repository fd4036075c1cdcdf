import { describe, expect, it } from "vitest";
import { isOurs } from "./hosts";

describe("the names of a shop", () => {
  it.each([
    ["127.0.0.1:4390", "", "", true],
    ["LOCALHOST", "", "", true],
    ["[::1]:80", "", "", true],
    ["valves.lan:4390", "http://valves.lan:4390", "", true],
    ["192.168.7.2:4390", "", "192.168.7.2", true],
    ["0.0.0.0:4390", "http://valves.lan", "", false],
    ["valves.lan.elsewhere.example", "http://valves.lan", "192.168.7.2", false],
    ["elsewhere.example", "", "", false],
    ["127.0.0.1.elsewhere.example", "", "", false],
    [null, "", "", false],
    ["", "not an address", "", false],
  ])("%s, reached at %s and listening on %s: %s", (host, address, listens, ours) => {
    expect(isOurs(host, address, listens)).toBe(ours);
  });
});
