/** The word of somebody trained, over the server's own doors. */
import { randomUUID } from "node:crypto";
import { describe, expect, it, vi } from "vitest";
import type { Actor } from "../http/who";

const SPONSOR = { id: randomUUID(), name: "Bo", role: "mechanic", userId: null } as const;
vi.mock("./signIn", () => ({ provenByPin: () => Promise.resolve(SPONSOR) }));
const { giveWord, wordOf } = await import("./word");

process.env["SIGN_IN_SECRET"] = "x".repeat(40);
const actor = (): Actor => ({
  shopId: randomUUID(),
  shopName: "Bench test",
  person: { id: randomUUID(), name: "Tam", role: "apprentice", school: "drag" },
});
const sentence = (work: () => unknown): string => {
  try {
    work();
    return "taken";
  } catch (error) {
    return (error as Error).message;
  }
};

describe("a word", () => {
  it("is good for the job, the person and the day that it was given for, and is nobody's to make", async () => {
    const [tam, other, jobId] = [actor(), actor(), randomUUID()];
    const { word } = await giveWord(tam, { jobId, personId: SPONSOR.id, pin: "3804" }, 0);
    expect(wordOf(word, tam, jobId, 1000)).toBe(SPONSOR.id);
    const none = /does not count any more/;
    expect(sentence(() => wordOf(word, other, jobId, 1000))).toMatch(none);
    expect(sentence(() => wordOf(word, tam, randomUUID(), 1000))).toMatch(none);
    expect(sentence(() => wordOf(word, tam, jobId, 25 * 3600 * 1000))).toMatch(none);
    const [text = "", signature = ""] = word.split(".");
    const made = Buffer.from(JSON.stringify({ by: tam.person.id, for: tam.person.id, job: jobId, until: 9e12 }));
    for (const forged of ["", "a.b", `${text}.`, `${made.toString("base64url")}.${signature}`])
      expect(sentence(() => wordOf(forged, tam, jobId, 1000))).toMatch(none);
  });
  it("is not given by whoever it is for", async () => {
    const tam = actor();
    await expect(giveWord(tam, { jobId: randomUUID(), personId: tam.person.id, pin: "3804" }, 0)).rejects.toThrow(
      /^Somebody else/,
    );
  });
});
