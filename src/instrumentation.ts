/** What runs once in every process of the app's server. */

/** What is under way has so long to end when the server is told to. */
const LAST_WORDS_MS = 3000;

export async function register(): Promise<void> {
  if (process.env["NEXT_RUNTIME"] !== "nodejs") return;
  if (process.env.NODE_ENV === "production") (await import("./server/heavy/threads")).sharedThreads();
  // Open event streams never end by themselves.
  process.once("SIGTERM", () => setTimeout(() => process.exit(0), LAST_WORDS_MS).unref());
}

/** What broke while a page was made: in the log under the id that the page shows. */
export async function onRequestError(
  error: unknown,
  { method, path }: { readonly method: string; readonly path: string },
): Promise<void> {
  if (process.env["NEXT_RUNTIME"] !== "nodejs") return;
  const { logError } = await import("./server/http/log");
  const digest = (error as { digest?: unknown } | null)?.digest;
  logError(
    error,
    { method, path: path.split("?")[0] ?? "" },
    undefined,
    typeof digest === "string" ? digest : undefined,
  );
}
