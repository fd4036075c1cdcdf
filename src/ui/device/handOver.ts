import { handTo } from "./whoHasIt";
import { signOut } from "../signIn/signOut";

/**
 * Hands a shared device on: signs out, or, while the shop does not answer, leaves it to whoever it knows. Says why it
 * could not.
 */
export async function handOver(back?: string): Promise<string | null> {
  const trouble = await signOut(back);
  if (trouble === null) return null;
  const { peopleWithPass } = await import("./passes");
  if ((await peopleWithPass()).length === 0) return trouble;
  await handTo("nobody");
  return null;
}
