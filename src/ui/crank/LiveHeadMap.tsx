"use client";

import { memo, useEffect, useMemo, useRef } from "react";
import type { EngineFile } from "@/core/engine/engineFile";
import type { Engine } from "@/core/engine/resolve";
import { ROLE_LETTER } from "@/core/job/words/names";
import { marginDeg } from "@/core/stops/margin";
import { type Framed, HeadFrame } from "../drawings/HeadMap/HeadFrame";
import { HeadMapDrawing, SHORT, figureSize, lookStyle } from "../drawings/HeadMap/HeadMapDrawing";
import type { HeadView } from "../drawings/HeadMap/geometry";
import { type Draw, MovingLayer } from "../drawings/canvas/MovingLayer";
import { Stamps, drawDisc, drawText, faceIsThere } from "../drawings/canvas/marks";
import { phaseNotes } from "../drawings/phaseNotes";
import { type CrankStore, followCalmly } from "./crankStore";
import { type MarkOptions, lookOf, lookWords } from "./marginMarks";

interface Props {
  readonly file: EngineFile;
  readonly engine: Engine;
  readonly crank: CrankStore;
  readonly view: HeadView;
  readonly options: MarkOptions;
  readonly onPick?: (valve: string) => void;
}

/** The head map while the crank is turned: which valves may be set, and how clear each is of its lobe. */
export const LiveHeadMap = memo(function LiveHeadMap({ file, engine, crank, view, options, onPick }: Props) {
  const root = useRef<HTMLDivElement>(null);
  useEffect(
    () => followCalmly(crank, (deg) => nameHeads(root.current, engine, deg, options)),
    [crank, engine, options, view],
  );
  return (
    <div ref={root}>
      <HeadFrame
        file={file}
        view={view}
        over={(framed) => <Heads {...framed} engine={engine} crank={crank} options={options} />}
      >
        {({ layout }) => (
          <HeadMapDrawing layout={layout} marks={null} {...(onPick === undefined ? {} : { onPick })} />
        )}
      </HeadFrame>
    </div>
  );
});

/** Writes to each valve's place what the picture over it shows. */
function nameHeads(root: HTMLElement | null, engine: Engine, deg: number, options: MarkOptions): void {
  const places = new Map(
    [...(root?.querySelectorAll("[data-valve]") ?? [])].map((e) => [e.getAttribute("data-valve"), e]),
  );
  for (const valve of engine.valves) {
    const place = places.get(valve.id);
    const look = lookOf(engine, valve, deg, options);
    if (place === undefined) continue;
    change(place, "data-look", look);
    if (place.hasAttribute("tabindex")) change(place, "aria-label", lookWords(valve, look));
  }
}

/** Most look as before: a document that is not touched is not laid out anew. */
function change(element: Element, name: string, value: string): void {
  if (element.getAttribute(name) !== value) element.setAttribute(name, value);
}

interface HeadsProps extends Framed {
  readonly engine: Engine;
  readonly crank: CrankStore;
  readonly options: MarkOptions;
}

/** The valve heads with their margins, and the phases of the cylinders: only of what is in sight. */
function Heads({ layout, scroller, engine, crank, options }: HeadsProps) {
  const draw = useMemo(() => headsDraw({ layout, scroller }, engine, options), [layout, scroller, engine, options]);
  return <MovingLayer box={null} crank={crank} draw={draw} scroller={scroller} />;
}

/** Half of the longest note under a cylinder. */
const NOTE_HALF = 48;

const headsDraw = ({ layout, scroller }: Framed, engine: Engine, options: MarkOptions): Draw => {
  const valves = new Map(engine.valves.map((v) => [v.id, v]));
  const heads = new Stamps();
  return (ctx, palette, crankDeg) => {
    const left = scroller?.scrollLeft ?? 0;
    const right = left + (scroller?.clientWidth ?? layout.width);
    const faced = faceIsThere(palette);
    for (const {
      valve: { id, role },
      at,
      radius,
    } of layout.spots) {
      const valve = valves.get(id);
      if (valve === undefined || at.x + radius < left || at.x - radius > right) continue;
      const look = lookOf(engine, valve, crankDeg, options);
      const style = lookStyle(palette.color, look, role);
      const margin = marginDeg(valve, options.turnOut ? crankDeg + 360 : crankDeg, engine.cycleDeg);
      const text = `${ROLE_LETTER[role]} ${margin === null ? "?" : `${Math.floor(margin)}°`.replace("-", "−")}`;
      const key = [faced, look, radius, text, style.fill, style.stroke, style.text].join();
      heads.put(ctx, { key, half: radius + 9, x: at.x - left, y: at.y }, (onto) => {
        if (look === "hand")
          drawDisc(onto, 0, 0, radius + 6, { fill: palette.color.sheet, stroke: palette.color.now, width: 5 });
        drawDisc(onto, 0, 0, radius, {
          fill: style.fill === "none" ? "transparent" : style.fill,
          stroke: style.stroke,
          width: style.width,
          ...(style.dash === undefined ? {} : { dash: style.dash }),
        });
        drawText(onto, palette, text, 0, 0, {
          size: figureSize(radius, text),
          fill: style.text,
          bold: true,
          centered: true,
        });
      });
    }
    if (layout.words === "none") return;
    const notes = phaseNotes(engine, crankDeg);
    for (const { id, at } of layout.cylinders) {
      const note = notes[id] ?? "";
      if (at.x < left - 60 || at.x > right + 60) continue;
      const words = layout.words === "short" ? (SHORT[note] ?? note) : note;
      const fill = palette.color.soft;
      heads.put(ctx, { key: [faced, words, fill].join(), half: NOTE_HALF, x: at.x - left, y: at.y + 27 }, (onto) =>
        drawText(onto, palette, words, 0, 0, { size: 16, fill }),
      );
    }
  };
};
