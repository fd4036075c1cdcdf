/**
 * As whom the app signs in to PostgreSQL: a role that owns nothing and can't change the ledger. Plain Node: the commands
 * use it too.
 */
import { createHmac } from "node:crypto";

export const APP_ROLE = "fulcrata_app";

/**
 * The address by which the app signs in: the one that is given for it, else the owner's with a password that follows from
 * the owner's, so that everybody who may set the database up comes to the same.
 * @param {string} ownerUrl
 * @param {string} [given] as in APP_DATABASE_URL
 * @returns {string}
 * @throws {Error} with a sentence, when no password can follow or another role is given
 */
export function appUrlOf(ownerUrl, given = process.env["APP_DATABASE_URL"] ?? "") {
  if (given !== "") {
    if (new URL(given).username !== APP_ROLE)
      throw new Error(`APP_DATABASE_URL must sign in as ${APP_ROLE}: that role can't change the ledger.`);
    return given;
  }
  const url = new URL(ownerUrl);
  if (url.password === "")
    throw new Error(
      `DATABASE_URL has no password, so none can be made for ${APP_ROLE}. Give that role one, and its address in APP_DATABASE_URL.`,
    );
  const password = createHmac("sha256", decodeURIComponent(url.password)).update(APP_ROLE).digest("hex");
  url.username = APP_ROLE;
  url.password = password;
  return url.toString();
}

/**
 * With what sessions are signed: the one that is given, else one that follows from the owner's password, so that every
 * process of an installation comes to the same.
 * @param {string} ownerUrl
 * @param {string} [given] as in SIGN_IN_SECRET
 * @returns {string} at least 32 characters
 * @throws {Error} with a sentence, when one is given that is too short, or none can follow
 */
export function signInSecretOf(ownerUrl, given = process.env["SIGN_IN_SECRET"] ?? "") {
  if (given !== "") {
    if (given.length < 32)
      throw new Error("SIGN_IN_SECRET is too short: give at least 32 characters that nobody guesses.");
    return given;
  }
  const { password } = new URL(ownerUrl);
  if (password === "")
    throw new Error(
      "DATABASE_URL has no password, so no secret for sessions can follow: give one in SIGN_IN_SECRET.",
    );
  return createHmac("sha256", decodeURIComponent(password)).update("sessions").digest("hex");
}
