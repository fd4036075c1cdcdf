/** What runs once in every process of the app's server. */

/** What is under way has so long to end when the server is told to. */
const LAST_WORDS_MS = 3000;

export async function register(): Promise<void> {
  if (process.env["NEXT_RUNTIME"] !== "nodejs") return;
  if (process.env.NODE_ENV === "production") (await import("./server/heavy/threads")).sharedThreads();
  // Open event streams never end by themselves.
  process.once("SIGTERM", () => setTimeout(() => process.exit(0), LAST_WORDS_MS).unref());
}
