/** Sends a command and says how it went; never throws. */
export type Sent<T> =
  | { readonly kind: "done"; readonly data: T }
  /** The shop said no: a sentence, and the field it is about. */
  | { readonly kind: "refused"; readonly message: string; readonly path: string; readonly status: number }
  /** No answer, or none that counts: the same command may be sent again. */
  | { readonly kind: "unreached" };

export async function send<T>(
  method: "GET" | "POST" | "PUT",
  url: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<Sent<T>> {
  try {
    const response = await fetch(url, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { "content-type": "application/json", ...headers }, body: JSON.stringify(body) }),
    });
    const answer = (await response.json()) as T & { error?: { message: string; path: string } };
    if (response.ok) return { kind: "done", data: answer };
    if (response.status >= 500 || answer.error === undefined) return { kind: "unreached" };
    return { kind: "refused", ...answer.error, status: response.status };
  } catch {
    return { kind: "unreached" };
  }
}

/** What was not done, said at its field; an empty path is no field's. */
export interface Trouble {
  readonly message: string;
  readonly path: string;
}

const UNREACHED: Trouble = {
  message: "The shop's server does not answer. What you typed is still here: try again in a moment.",
  path: "",
};

/** What the page refuses by itself: it is not sent. */
export const notSent = (message: string, path = ""): Sent<never> => ({ kind: "refused", message, path, status: 0 });

/** What is to be said of an answer; null when all was done. */
export const troubleOf = (sent: Sent<unknown>): Trouble | null =>
  sent.kind === "done" ? null : sent.kind === "refused" ? sent : UNREACHED;
