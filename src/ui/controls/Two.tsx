import { chakra } from "@chakra-ui/react/styled-system";

/** Two fields side by side where there is room. */
export const Two = chakra("div", {
  base: {
    display: "grid",
    gridTemplateColumns: { base: "minmax(0, 1fr)", sm: "minmax(0, 1fr) minmax(0, 1fr)" },
    gap: "3",
    alignItems: "start",
  },
});
