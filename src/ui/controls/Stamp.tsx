import { chakra } from "@chakra-ui/react/styled-system";

/** A stamped label in condensed capitals. */
export const Stamp = chakra("span", {
  base: {
    fontFamily: "stamp",
    fontWeight: 600,
    fontSize: "16px",
    letterSpacing: "0.02em",
    textTransform: "uppercase",
    color: "soft",
  },
});

/** A heading as it would be stamped on a plate. */
export const PlateHeading = chakra("h2", {
  base: {
    fontFamily: "stamp",
    fontWeight: 600,
    fontSize: "20px",
    textTransform: "uppercase",
    letterSpacing: "0.01em",
    color: "ink",
  },
});

/** A sentence that says what went wrong, or what to do, at the place where it happened. */
export const Complaint = chakra("p", {
  base: { color: "now", fontWeight: 600, fontSize: "16px" },
});
