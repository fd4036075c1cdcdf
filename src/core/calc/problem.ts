/** Input that an operation can't take: one sentence, and the field it is about. */
import type { z } from "zod";
import { jsonProblem } from "../units/plainJson";

export class CalcProblem extends Error {
  constructor(
    message: string,
    readonly path: string,
    readonly kind: "invalid" | "not-json" | "too-large" | "unknown-operation" = "invalid",
  ) {
    super(message);
    this.name = "CalcProblem";
  }
}

/** A path as people write it: `engine.firingOrder[3]`. */
export const pathText = (path: readonly PropertyKey[]): string =>
  path.reduce<string>((text, part) => {
    if (typeof part === "number") return `${text}[${part}]`;
    return text === "" ? String(part) : `${text}.${String(part)}`;
  }, "");

export interface FirstIssue {
  readonly path: string;
  readonly message: string;
}

/** The first complaint of a validation, in words; `input` tells what is missing from what is wrong. */
export function firstIssue(error: z.ZodError, input: unknown): FirstIssue {
  const issue = error.issues[0];
  if (issue === undefined) return { path: "", message: "The input is not valid." };
  return { path: pathText(issue.path), message: plain(issue, input) };
}

function plain(issue: z.core.$ZodIssue, input: unknown): string {
  const field = issue.path.at(-1);
  if (field !== undefined && valueAt(input, issue.path) === undefined) return `"${String(field)}" is missing.`;
  if (issue.code === "unrecognized_keys") return `There is no such field here: ${issue.keys.join(", ")}.`;
  if (issue.code === "invalid_type" && issue.message.startsWith("Invalid input")) {
    const wanted =
      issue.expected === "array"
        ? "a list"
        : issue.expected === "object"
          ? "an object in braces"
          : `a ${issue.expected}`;
    return `This should be ${wanted}.`;
  }
  return issue.message;
}

const valueAt = (input: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((at, key) => (at as Record<PropertyKey, unknown> | null | undefined)?.[key], input);

/** Parses, or throws the first complaint. @throws CalcProblem */
export function parseInput<T>(schema: z.ZodType<T>, input: unknown): T {
  const unkept = jsonProblem(input);
  if (unkept !== null) throw new CalcProblem(unkept.message, pathText(unkept.path));
  const parsed = schema.safeParse(input);
  if (parsed.success) return parsed.data;
  const { message, path } = firstIssue(parsed.error, input);
  throw new CalcProblem(message, path);
}
