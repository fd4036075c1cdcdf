import type { EngineFile } from "@/core/engine/engineFile";
import type { HeadView } from "./geometry";

const VIEWS: Readonly<Record<HeadView, string>> = {
  "front-left": "front to the left",
  "front-right": "front to the right",
  "front-near": "front toward you",
  "front-far": "front away from you",
  mirrored: "as in a mirror",
};
const RADIAL_VIEWS: Partial<Record<HeadView, string>> = {
  "front-left": "from the front",
  "front-right": "upside down",
  mirrored: "from behind",
};

/** The sides from which this engine may be seen, in words. */
export function viewChoices(file: EngineFile): { readonly view: HeadView; readonly words: string }[] {
  const words = file.layout?.kind === "radial" ? RADIAL_VIEWS : VIEWS;
  return (Object.entries(words) as [HeadView, string][]).map(([view, said]) => ({ view, words: said }));
}
