import type { EngineFile } from "@/core/engine/engineFile";
import type { Life } from "@/core/record/history";
import { type UseLeftRank, useLeftOf } from "@/core/record/useLeftMap";
import { capital } from "@/core/job/words/names";
import { HeadMap } from "../drawings/HeadMap/HeadMap";
import type { ValveLook, ValveMark } from "../drawings/HeadMap/HeadMapDrawing";

const LOOKS: Readonly<Record<UseLeftRank, ValveLook>> = {
  first: "hand",
  soon: "open",
  later: "here",
  far: "here",
  unknown: "elsewhere",
};

interface Props {
  readonly file: EngineFile;
  readonly life: Life;
  readonly nameOf: (valve: string) => string;
  readonly onPick: (valve: string) => void;
}

/** How much use is left to each valve by itself, where it stands; one that is touched is shown. */
export function UseLeftMap({ file, life, nameOf, onPick }: Props) {
  const marks = Object.fromEntries(
    useLeftOf(life.forecast?.valves ?? [], life.unit).map(({ valve, rank, figure, words }): [string, ValveMark] => [
      valve,
      { look: LOOKS[rank], text: figure, label: `${capital(nameOf(valve))}: ${words}` },
    ]),
  );
  return <HeadMap file={file} marks={marks} onPick={onPick} />;
}
