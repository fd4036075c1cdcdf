/** The theme's colors and faces as a canvas takes them: their values where an element stands. */
import { color, font } from "../colors";

export interface Palette {
  readonly color: Readonly<Record<keyof typeof color, string>>;
  readonly font: Readonly<Record<keyof typeof font, string>>;
}

/** Reads the values once; read again when the theme changes. */
export function paletteAt(element: Element): Palette {
  const style = getComputedStyle(element);
  const valueOf = (token: string): string => style.getPropertyValue(token.slice(4, -1)).trim();
  const values = <T extends object>(tokens: T): Record<keyof T, string> =>
    Object.fromEntries(Object.entries(tokens).map(([name, token]) => [name, valueOf(token as string)])) as Record<
      keyof T,
      string
    >;
  return { color: values(color), font: values(font) };
}
