/** The app's own faces for print: read from the packages that ship with it, never from elsewhere. */
import path from "node:path";
import { Font } from "@react-pdf/renderer";

const file = (name: string, weight: number): string =>
  path.join(process.cwd(), "node_modules/@fontsource", name, `files/${name}-latin-${weight}-normal.woff`);

let done = false;

/** Registers the faces once a process. */
export function registerFonts(): void {
  if (done) return;
  done = true;
  Font.register({
    family: "Stamp",
    fonts: [500, 600].map((weight) => ({ src: file("barlow-semi-condensed", weight), fontWeight: weight })),
  });
  Font.register({ family: "Mono", src: file("atkinson-hyperlegible-mono", 400) });
  // Words of the trade are not broken.
  Font.registerHyphenationCallback((word) => [word]);
}
