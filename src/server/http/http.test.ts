/** What becomes of an outcome: a sentence, its field and its status; and an id for what nobody expected. */
import { NextRequest, NextResponse } from "next/server";
import pino from "pino";
import { describe, expect, it } from "vitest";
import { CalcProblem } from "@/core/calc/problem";
import { bodyText, respond } from "./http";
import { asking, logError } from "./log";
import { Refused } from "./refused";

const request = () =>
  new NextRequest("http://127.0.0.1/api/parts?secret=typed", { method: "POST", headers: { host: "127.0.0.1" } });
const answer = async (work: () => Promise<NextResponse>) => {
  const response = await respond(request(), work);
  return { status: response.status, body: (await response.json()) as { error?: { message: string; path: string } } };
};
const fails = (error: unknown) => answer(() => Promise.reject(error as Error));

describe("respond", () => {
  it("passes on what was done, and knows what was asked meanwhile", async () => {
    let asked: unknown;
    const { status, body } = await answer(async () => {
      asked = asking.getStore();
      return NextResponse.json({ ok: true });
    });
    expect([status, body]).toEqual([200, { ok: true }]);
    expect(asked).toEqual({ method: "POST", path: "/api/parts" });
  });

  it("says what was refused, with its field", async () => {
    expect(await fails(new Refused("No.", 409, "change"))).toEqual({
      status: 409,
      body: { error: { message: "No.", path: "change" } },
    });
    expect(await fails(new CalcProblem("No length.", "spec.low"))).toMatchObject({
      status: 422,
      body: { error: { path: "spec.low" } },
    });
  });

  it.each([
    ["22003", 422],
    ["22021", 422],
    ["23514", 422],
    ["23502", 422],
    ["23505", 409],
    ["23503", 409],
    ["FL017", 409],
    ["57014", 503],
    ["53300", 503],
    ["08006", 503],
  ])("what the database says by %s is %i", async (code, status) => {
    expect((await fails(Object.assign(new Error("Failed query: insert x"), { cause: { code } }))).status).toBe(
      status,
    );
  });

  it("logs who asked for what and where it broke, and nothing that was typed", () => {
    const written: string[] = [];
    const log = pino({ base: null }, { write: (line: string) => void written.push(line) });
    const broken = Object.assign(new RangeError("no valve typed-by-somebody"), {
      cause: new Error("Query read timeout"),
    });
    logError(broken, { method: "POST", path: "/api/jobs", shopId: "s", personId: "p" }, 12.4, "0000", log);
    const line = JSON.parse(written[0] ?? "") as object;
    expect(line).toMatchObject({
      id: "0000",
      path: "/api/jobs",
      shopId: "s",
      personId: "p",
      tookMs: 12,
      error: "RangeError",
      cause: "Query read timeout",
    });
    expect(line).not.toHaveProperty("why");
    expect(written.join()).not.toMatch(/typed-by-somebody/);
  });

  it("apologizes for what nobody expected, with an id and without a trace", async () => {
    const { status, body } = await fails(new TypeError("typed secret at /home/somebody"));
    expect(status).toBe(503);
    expect(body.error?.message).toMatch(/still here: try again\. \(Error [0-9a-f]{8}\)$/);
    expect(JSON.stringify(body)).not.toMatch(/secret|home|TypeError/);
  });
});

describe("a body", () => {
  const sent = (bytes: number, headers: Record<string, string> = {}) =>
    new NextRequest("http://127.0.0.1/", { method: "POST", body: "x".repeat(bytes), headers });
  it("is refused by what it says, and by what it is", async () => {
    expect(await bodyText(sent(10))).toBe("xxxxxxxxxx");
    await expect(bodyText(sent(10, { "content-length": "3000000" }))).rejects.toMatchObject({ status: 413 });
    await expect(bodyText(sent(1_100_000, { "content-length": "10" }))).rejects.toMatchObject({ status: 413 });
  });
});
