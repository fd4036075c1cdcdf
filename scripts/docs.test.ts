/** What the docs say is what the code does. */
import { existsSync, readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { calculateText } from "../src/core/calc/operations";
import { schemaFiles } from "./schemas";

const DOCS = path.resolve(import.meta.dirname, "../docs");
const README = path.resolve(DOCS, "../README.md");
const pages = [
  README,
  ...readdirSync(DOCS)
    .filter((f) => f.endsWith(".md"))
    .map((f) => path.join(DOCS, f)),
];

describe("docs", () => {
  it.each(Object.entries(schemaFiles()))("%s has not drifted from the validator", (name, text) => {
    expect(readFileSync(path.join(DOCS, "schemas", name), "utf8")).toBe(text);
  });
  it.each(pages)("%s: every link to a file leads somewhere", (page) => {
    const links = [...readFileSync(page, "utf8").matchAll(/\]\((?!https?:)([^)#]+)/g)].map((m) => m[1] ?? "");
    for (const link of links) expect(existsSync(path.resolve(path.dirname(page), link)), link).toBe(true);
  });
  it("the calculations shown in formats.md give the answers shown there", () => {
    const text = readFileSync(path.join(DOCS, "formats.md"), "utf8");
    const examples = [...text.matchAll(/<!-- calc ([\w-]+) -->\s*```json\n([\s\S]*?)```\s*```json\n([\s\S]*?)```/g)];
    expect(examples.length).toBeGreaterThanOrEqual(3);
    for (const [, operation = "", input = "", answer = ""] of examples) {
      const given = JSON.parse(input) as Record<string, unknown>;
      const engine = given["engine"] === "…" ? { engine: exampleEngine(text) } : {};
      expect(calculateText(operation, JSON.stringify({ ...given, ...engine }))).toMatchObject(
        JSON.parse(answer) as object,
      );
    }
  });
});

/** The engine file shown in the same page. */
function exampleEngine(text: string): unknown {
  const found = /<!-- engine -->\s*```json\n([\s\S]*?)```/.exec(text);
  return JSON.parse(found?.[1] ?? "null") as unknown;
}
