/** Ids as commands and addresses carry them. */
import { z } from "zod";

export const idInput = z.uuid("This is not an id.");

/** Whether a text from an address can be an id at all: anything else names nothing. */
export const isId = (text: string): boolean => idInput.safeParse(text).success;
