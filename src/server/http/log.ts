/** One line of structured log for what nobody expected: without anything that was typed. */

/** What is told of an error: its kind, the database's code, and where in our own code it came from. */
export function logError(id: string, error: unknown): void {
  const { name = "Error", message = "", stack = "" } = error instanceof Error ? error : new Error(String(error));
  const cause = (error as { cause?: { code?: unknown; message?: unknown } } | null)?.cause;
  const line = {
    at: new Date().toISOString(),
    id,
    error: name,
    code: typeof cause?.code === "string" ? cause.code : undefined,
    // A query's own message repeats what was typed.
    message: message.startsWith("Failed query") ? "Failed query" : message.slice(0, 200),
    cause: typeof cause?.message === "string" ? cause.message.slice(0, 200) : undefined,
    from: stack
      .split("\n")
      .filter((l) => l.trim().startsWith("at "))
      .slice(0, 4)
      .map((l) => l.trim()),
  };
  process.stderr.write(`${JSON.stringify(line)}\n`);
}
