/** The heat form's fields and the part of the engine file that they stand for. Pure. */
import type { EngineFile, HeatEntry } from "@/core/engine/engineFile";
import { filled, shown } from "../controls/typed";

export interface HeatFields {
  layout: string;
  block: string;
  head: string;
  deck: string;
  pivot: string;
  pushrod: string;
  valve: string;
  cam: string;
  rise: string;
  intake: string;
  exhaust: string;
  source: string;
}

export function heatFields({ heat }: Pick<EngineFile, "heat">): HeatFields {
  const { sizes, rise, experience } = heat ?? {};
  return {
    layout: heat?.layout ?? "",
    block: heat?.block ?? "",
    head: heat?.head ?? "",
    deck: shown(sizes?.deck),
    pivot: shown(sizes?.pivot),
    pushrod: shown(sizes?.pushrod),
    valve: shown(sizes?.valve),
    cam: shown(sizes?.cam),
    rise:
      rise === undefined
        ? ""
        : typeof rise === "number"
          ? String(rise)
          : `${rise.block} ${rise.head} ${rise.pushrod} ${rise.valve}`,
    intake: shown(experience?.intake),
    exhaust: shown(experience?.exhaust),
    source: experience?.source ?? "",
  };
}

/** What was typed, as the file has it; fields that the form does not know stay. An emptied form leaves nothing. */
export function heatPart(
  { layout, block, head, rise, intake, exhaust, source, ...sizes }: HeatFields,
  before: HeatEntry | undefined,
): object | null {
  const experience = filled({ intake, exhaust, source });
  const known = ["layout", "block", "head", "sizes", "rise", "experience"];
  const part = {
    ...Object.fromEntries(Object.entries(before ?? {}).filter(([key]) => !known.includes(key))),
    ...filled({ layout, block, head }),
    ...(Object.keys(filled(sizes)).length === 0 ? {} : { sizes: filled(sizes) }),
    ...risePart(rise),
    ...(Object.keys(experience).length === 0 ? {} : { experience }),
  };
  return Object.keys(part).length === 0 ? null : part;
}

/** One figure for all, or four: block, head, pushrod, valve. */
function risePart(text: string): object {
  if (text.trim() === "") return {};
  const figures = text
    .trim()
    .split(/[\s;/]+/)
    .map((t) => Number(t.replace(",", ".")));
  const [block, head, pushrod, valve] = figures;
  if (figures.some(Number.isNaN) || (figures.length !== 1 && figures.length !== 4)) return { rise: text.trim() };
  return { rise: figures.length === 1 ? block : { block, head, pushrod, valve } };
}
