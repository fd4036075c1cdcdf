/** Validates a length as typed and leaves it as typed. */
import { z } from "zod";
import { parseLength } from "./length";

/** A length between the given bounds, said in mm. */
export function lengthSchema({ minMm, maxMm }: { minMm: number; maxMm: number }) {
  return z
    .union(
      [z.number(), z.string().max(40, "That is too long for a length: write it like 0.30 mm.")],
      'Give a length: a number of mm, or a text such as "0.30 mm" or ".012 in".',
    )
    .superRefine((value, ctx) => {
      const length = parseLength(value);
      if (length === null)
        ctx.addIssue({
          code: "custom",
          message: `"${value}" is not a length: write it like 0.30, "0.30 mm", ".012 in" or "12 thou".`,
        });
      else if (length.mm < minMm)
        ctx.addIssue({ code: "custom", message: minMm === 0 ? "It can't be negative." : `It is below ${minMm} mm.` });
      else if (length.mm > maxMm)
        ctx.addIssue({
          code: "custom",
          message: `${length.text} can't be right here: the most that makes sense is ${maxMm} mm.`,
        });
    });
}
