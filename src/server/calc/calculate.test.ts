import { NextRequest } from "next/server";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { calculate } from "./calculate";

const ask = (from: string, more: { headers?: Record<string, string>; body?: string } = {}) =>
  calculate(
    new NextRequest("http://127.0.0.1/api/calc/lash", {
      method: "POST",
      body:
        more.body ?? JSON.stringify({ spec: { nominal: "0.20 mm" }, reading: { goes: "0.20 mm", noGo: "0.22 mm" } }),
      headers: { "content-type": "application/json", "x-forwarded-for": from, ...more.headers },
    }),
    "lash",
  );

describe("calculations over HTTP", () => {
  beforeAll(() => {
    process.env["CALCULATIONS_PER_MINUTE"] = "3";
  });
  afterAll(() => {
    delete process.env["CALCULATIONS_PER_MINUTE"];
  });

  it("are so many a minute for an address, told by whoever stands nearest", async () => {
    for (let i = 0; i < 3; i++) expect(await ask("10.0.0.1")).toHaveProperty("lashMm");
    await expect(ask("10.0.0.1")).rejects.toMatchObject({ status: 429 });
    // What a sender writes before the last address is its own word.
    await expect(ask("10.9.9.9, 10.0.0.1")).rejects.toMatchObject({ status: 429 });
    expect(await ask("10.0.0.2")).toHaveProperty("lashMm");
  });

  it("are taken as JSON only, and from no foreign page", async () => {
    await expect(ask("10.0.0.3", { headers: { "content-type": "text/plain" } })).rejects.toMatchObject({
      status: 400,
    });
    await expect(ask("10.0.0.3", { headers: { origin: "http://elsewhere.example" } })).rejects.toMatchObject({
      status: 403,
    });
    await expect(ask("10.0.0.3", { body: "{" })).rejects.toMatchObject({ kind: "not-json" });
  });
});
