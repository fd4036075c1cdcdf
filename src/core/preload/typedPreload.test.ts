import { expect, it } from "vitest";
import { preloadProblem } from "./typedPreload";

it.each(["1/2", "0.5", "1 1/4", "0.125", "", "0", ".040 in", "1.0 mm", "0.040 turns", "half"])("takes %j", (text) =>
  expect(preloadProblem(text)).toBeNull(),
);

it.each(["0.040", ".04", "0,1", " 0.06 "])("asks whether %j is turns or a travel", (text) =>
  expect(preloadProblem(text)).toBe(
    `${text.trim()} turns, or a travel? Write ${text.trim()} turns, ${text.trim()} mm or ${text.trim()} in.`,
  ),
);
