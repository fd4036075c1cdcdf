/** What a new password and a new PIN must be. */
import { z } from "zod";
import { PASSWORD_LENGTH, PIN_DIGITS, isGuessedFirst, isPin } from "@/core/shop/signInName";

const TOO_SHORT = `A password has at least ${PASSWORD_LENGTH.least} characters.`;
export const newPassword = z
  .string()
  .min(PASSWORD_LENGTH.least, TOO_SHORT)
  .max(PASSWORD_LENGTH.most, `Keep it within ${PASSWORD_LENGTH.most} characters.`);
export const newPin = z
  .string()
  .refine(isPin, `A PIN is ${PIN_DIGITS.least} to ${PIN_DIGITS.most} digits.`)
  .refine((pin) => !isGuessedFirst(pin), "That one is guessed first: mix the digits.");
