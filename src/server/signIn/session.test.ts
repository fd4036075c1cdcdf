import { createHmac } from "node:crypto";
import { describe, expect, it } from "vitest";
import { tokenOf } from "./session";

const SECRET = "s".repeat(40);
const signed = (token: string, secret = SECRET): string =>
  `${token}.${createHmac("sha256", secret).update(token).digest("base64")}`;

describe("the cookie of a session", () => {
  it("gives its token only where nobody touched it", () => {
    expect(tokenOf(signed("abc.def"), SECRET)).toBe("abc.def");
    for (const cookie of [
      "",
      "abc",
      ".",
      "abc.",
      `x${signed("abc")}`,
      signed("abc", "t".repeat(40)),
      `${signed("abc")}=`,
    ])
      expect(tokenOf(cookie, SECRET)).toBeNull();
  });
});
