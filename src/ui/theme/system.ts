/** Drawing paper and enamel plate, by day and under the work lamp. Every pair was checked for contrast. */
import { defaultBaseConfig } from "@chakra-ui/react/preset-base";
import { createSystem, defineConfig } from "@chakra-ui/react/styled-system";

/** By day and under the work lamp. */
const COLORS = {
  paper: ["#F1EDE2", "#151D1C"],
  sheet: ["#FBF9F3", "#1B2625"],
  ink: ["#20302F", "#EDE7D8"],
  soft: ["#52605C", "#A9B5AF"],
  line: ["#C9C2AF", "#3A4644"],
  edge: ["#8A8470", "#74817D"],
  grid: ["#E2DCCC", "#232F2D"],
  now: ["#B93814", "#FF7A4D"],
  onNow: ["#FFFFFF", "#151D1C"],
  nowWash: ["#F6DDD2", "#4A2A1F"],
  set: ["#2E6B4A", "#6FBF93"],
  onSet: ["#FFFFFF", "#151D1C"],
  blue: ["#1D4F72", "#7FB7DC"],
  blueWash: ["#D3E2EC", "#22394A"],
  brass: ["#A67C2D", "#D9B15F"],
  brassInk: ["#80591A", "#D9B15F"],
  brassWash: ["#EADBBB", "#463A20"],
  steel: ["#E3E6E3", "#33413F"],
  steelDark: ["#CDD3D0", "#2A3735"],
} as const;

const both = ([light, dark]: readonly [string, string]) => ({ value: { base: light, _dark: dark } });

/** Paper is white whatever the screen is: said with weight, as the screen's own colors come in a later layer. */
const ON_PAPER: Readonly<Record<`--${string}`, string>> = Object.fromEntries(
  Object.entries(COLORS).map(([name, [light]]) => [`--f-colors-${name}`, `${light} !important`]),
);

const steps = Object.fromEntries(
  [0, 0.5, 1, 1.5, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14, 16, 20, 24].map((n) => [String(n), { value: `${n * 0.25}rem` }]),
);

const config = defineConfig({
  cssVarsPrefix: "f",
  preflight: true,
  globalCss: {
    html: {
      bg: "paper",
      color: "ink",
      fontFamily: "body",
      fontSize: "16px",
      lineHeight: 1.45,
      textSizeAdjust: "100%",
      _print: { bg: "white", color: "black" },
    },
    ":root, .dark": { _print: ON_PAPER },
    body: { minHeight: "100dvh" },
    ":where(a, button, input, select, textarea, [tabindex]):focus-visible": {
      outline: "3px solid var(--f-colors-blue)",
      outlineOffset: "2px",
    },
    ":where(svg, g):focus:not(:focus-visible)": { outline: "none" },
    "*": { _motionReduce: { transition: "none !important", animation: "none !important" } },
  },
  theme: {
    breakpoints: { sm: "30rem", md: "48rem", lg: "64rem", xl: "80rem" },
    tokens: {
      fonts: {
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        stamp: { value: "'Barlow Semi Condensed', 'Atkinson Hyperlegible Next Variable', sans-serif" },
        mono: { value: "'Atkinson Hyperlegible Mono', monospace" },
      },
      spacing: steps,
      sizes: { ...steps, full: { value: "100%" }, page: { value: "80rem" }, target: { value: "56px" } },
      radii: { plate: { value: "4px" }, round: { value: "999px" } },
    },
    semanticTokens: {
      colors: Object.fromEntries(Object.entries(COLORS).map(([name, pair]) => [name, both(pair)])),
    },
  },
});

export const system = createSystem(defaultBaseConfig, config);
