/** Questions that are asked again and again: the client that asks them, and how one is asked. */
import { QueryClient } from "@tanstack/react-query";
import { send } from "./send";

/** A question that was not answered; `refused` when the shop said no, so that asking on is no use. */
export class Unanswered extends Error {
  constructor(readonly refused: boolean) {
    super(refused ? "refused" : "unanswered");
  }
}

/** @throws Unanswered */
export async function asked<T>(method: "GET" | "POST", url: string, body?: unknown): Promise<T> {
  const sent = await send<T>(method, url, body);
  if (sent.kind === "done") return sent.data;
  throw new Unanswered(sent.kind === "refused");
}

/** One for each page that is loaded; nothing is remembered beyond it. */
export const newQueryClient = (): QueryClient =>
  new QueryClient({ defaultOptions: { queries: { gcTime: 0, staleTime: 0, refetchOnWindowFocus: "always" } } });
