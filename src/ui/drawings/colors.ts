/** The theme's colors as SVG takes them. */
const token = (name: string): string => `var(--f-colors-${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)})`;

export const color = {
  paper: token("paper"),
  sheet: token("sheet"),
  ink: token("ink"),
  soft: token("soft"),
  line: token("line"),
  edge: token("edge"),
  grid: token("grid"),
  now: token("now"),
  onNow: token("onNow"),
  nowWash: token("nowWash"),
  set: token("set"),
  onSet: token("onSet"),
  blue: token("blue"),
  blueWash: token("blueWash"),
  brass: token("brass"),
  brassInk: token("brassInk"),
  brassWash: token("brassWash"),
  steel: token("steel"),
} as const;

export const font = {
  stamp: "var(--f-fonts-stamp)",
  body: "var(--f-fonts-body)",
  mono: "var(--f-fonts-mono)",
} as const;
