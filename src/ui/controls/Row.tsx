import { chakra } from "@chakra-ui/react/styled-system";

/** One of a list, with what can be done with it at its end. */
export const Row = chakra("li", {
  base: {
    display: "flex",
    justifyContent: "space-between",
    alignItems: "center",
    gap: "3",
    borderTop: "1px solid",
    borderColor: "line",
    py: "2",
    fontSize: "18px",
    minHeight: "60px",
  },
});
