/** The lines of the build check, by kind of gear, in the order in which an engine goes together. */
import type { EngineFile } from "../../../engine/engineFile";
import { moverOf } from "../../../engine/mover";
import { layoutOf } from "../../../heat/gearOf";
import { capital } from "../../words/names";
import type { CheckLine } from "./line";
import type { Shaft } from "./shafts";

const PLAIN: Omit<CheckLine, "id" | "title" | "how" | "why"> = {
  part: "",
  rounds: 1,
  torqueNm: null,
  reading: null,
  under: [],
  stop: null,
  after: [],
  notHere: [],
};

type Given = Pick<CheckLine, "id" | "title" | "how" | "why"> & Partial<CheckLine>;
const line = (given: Given): CheckLine => ({ ...PLAIN, ...given });

/** What gear the engine has, as far as its file says; where it does not, lines of both are there to be called "not here". */
interface Gear {
  readonly pushrods: boolean;
  readonly overhead: boolean;
  readonly studs: boolean;
  readonly hydraulic: boolean;
  readonly flat: boolean;
  readonly rockers: boolean;
  readonly followers: boolean;
}

function gearOf(file: EngineFile): Gear {
  const layout = layoutOf(file);
  const mover = moverOf(file).name;
  const side = mover === "tappet" && file.adjuster?.kind !== "screw";
  return {
    pushrods: layout !== "overhead" && !side,
    overhead: layout !== "pushrod" && !side,
    studs: file.adjuster?.at === "stud-nut",
    hydraulic: file.adjuster?.kind === "hydraulic" || file.adjuster?.kind === "fixed",
    flat: file.follower === "flat",
    rockers: mover === "rocker",
    followers: mover === "follower",
  };
}

const BEFORE: readonly ((gear: Gear, file: EngineFile) => Given | null)[] = [
  () => ({
    id: "clean",
    title: "Scrub every part and blow it through.",
    how: "A brush through every oilway, dried with air, oiled at once.",
    why: "Grit in an oilway wears lobe and follower in the first minute.",
  }),
  ({ pushrods }) =>
    pushrods
      ? {
          id: "pushrods-open",
          title: "Look through every pushrod.",
          how: "Against the light, end to end; then roll each one on glass.",
          why: "A blocked one runs its rocker dry, a bent one reads as lash.",
          notHere: ["Solid pushrods"],
        }
      : null,
  ({ hydraulic }) =>
    hydraulic
      ? {
          id: "lifters-soaked",
          title: "Soak the lifters in clean oil.",
          how: "Stood upright, until no more air comes; not pumped hard, or preload can't be felt.",
          why: "A dry lifter ticks and scuffs at the first start.",
          notHere: ["They ran here before and are full"],
        }
      : null,
  ({ flat }) =>
    flat
      ? {
          id: "lobes-coated",
          title: "Coat lobes and follower faces with the cam maker's paste.",
          how: "Each used follower on its own lobe; new ones on a new cam. Count how often you turn it from here on.",
          why: "A flat follower on a dry lobe is worn through before the oil is warm.",
          notHere: ["The old cam, each follower on its own lobe"],
        }
      : null,
  (_, { cylinders }) => ({
    id: "head-torqued",
    title: "Torque the head on the block, in the maker's order and steps.",
    how: `${cylinders.length > 1 ? "Every head, dry or oiled threads as the book says. " : ""}Go over it once more in the same order.`,
    why: "A head that comes down later takes the lash with it.",
    rounds: 2,
    notHere: ["The head was not off"],
  }),
  ({ studs }) =>
    studs
      ? {
          id: "studs-clear",
          title: "See that no stud bottoms in the head.",
          how: "Thread left under each stud, none standing into a port or a water space without sealer.",
          why: "A stud that bottoms is tight on its end and works loose on its thread.",
          notHere: ["Pressed studs"],
        }
      : null,
  ({ studs }) =>
    studs
      ? {
          id: "studs-torqued",
          title: "Torque the rocker studs.",
          how: "All, then all once more: the plate under them settles.",
          why: "A stud that turns with its nut loses the setting.",
          rounds: 2,
          after: ["studs-clear"],
          notHere: ["Pressed studs"],
        }
      : null,
  ({ studs }) =>
    studs
      ? {
          id: "guides-aligned",
          title: "Align the guide plates.",
          how: "Rocker tip over the middle of the valve tip. Tighten first the side that turns the plate away from the port, then check all once more.",
          why: "A tip that runs off the edge wears the guide and bends the valve.",
          notHere: ["Rail rockers", "The head's own holes guide them"],
        }
      : null,
  ({ pushrods, studs }) => ({
    id: "oiled",
    title: pushrods
      ? `Oil lifter cups, pushrod tips${studs ? ", guide plates" : ""} and valve tips.`
      : "Oil lobes, followers and valve tips.",
    how: "A drop at each, with the oil it will run on.",
    why: "They run dry until the oil is up.",
  }),
];

const AFTER: readonly ((gear: Gear, shafts: readonly Shaft[]) => Given | null)[] = [
  ({ followers }) =>
    followers
      ? {
          id: "followers-seated",
          title: "Fit the followers one at a time, and see each one sit.",
          how: "On its pivot and on its valve, held while its neighbour is set.",
          why: "One that falls off while another is set is under the lobe at the next turn.",
          notHere: ["The caps hold them"],
        }
      : null,
  ({ pushrods }, shafts) =>
    pushrods
      ? {
          id: "pushrods-free",
          title: "Lift and drop each pushrod, then spin it, with the rockers on.",
          how: "No binding, room to the port for oil. A rocker that moves while its pushrod is spun shows a bent one.",
          why: "One that rubs saws through, or holds its valve open.",
          after: shafts.map((_, i) => shaftId(i)),
        }
      : null,
  ({ rockers, followers }) =>
    rockers || followers
      ? {
          id: "retainer-clear",
          title: `See that every ${rockers ? "rocker" : "follower"} is clear of its spring retainer.`,
          how: "Closed and at full lift, with a wire or a leaf of the least room that the parts' maker gives.",
          why: "What touches the retainer lets the collets go.",
          reading: { label: "Least room", needed: false },
        }
      : null,
  () => ({
    id: "coil-bind",
    title: "See that no spring binds at full lift.",
    how: "At the valve with the most lift: the leaf that still goes between the coils, inner and outer spring, times the gaps.",
    why: "A bound spring stops the gear dead: pushrods bend, lobes go.",
    reading: { label: "Room left at full lift", needed: true },
    notHere: ["Springs, cam and rockers as they were"],
  }),
  (_, shafts) =>
    shafts.length > 0
      ? {
          id: "rocker-float",
          title: "Measure the end float of the rockers.",
          how: "Push each one to its side and hold a leaf to the other; write down the least.",
          why: "None, and a rocker binds when it is hot; too much, and it walks off the middle of its valve.",
          reading: { label: "Least end float", needed: true },
          after: shafts.map((_s, i) => shaftId(i)),
        }
      : null,
];

/** The id of the line of a shaft, from 0. */
export const shaftId = (index: number): string => `shaft-${index + 1}`;

const capLines = ({ camshafts = [] }: EngineFile, { overhead }: Gear): Given[] => {
  const how =
    "Each cap in its own place and the way it points, drawn down evenly from the middle. Every piston away from its top while a cam is turned by itself.";
  const why = "A cap in another's place seizes the cam; one drawn down alone breaks it.";
  if (camshafts.length === 0)
    return overhead
      ? [
          {
            id: "caps",
            title: "Torque the cam caps, in their order.",
            how,
            why,
            rounds: 2,
            notHere: ["The cam was not off", "The cam runs in the block"],
          },
        ]
      : [];
  return camshafts.map((c, i) => ({
    id: `caps-${i + 1}`,
    title: `Torque the caps of the ${c.name}${c.torqueNm === undefined ? ", by the book" : ` to ${c.torqueNm} Nm`}.`,
    how: c.caps === undefined ? how : `${capital(c.caps)}. ${how}`,
    why,
    rounds: 2 as const,
    torqueNm: c.torqueNm ?? null,
    notHere: ["This cam was not off"],
  }));
};

const shaftLine =
  ({ stops, unknown }: ShaftsKnown) =>
  ({ name, valves, torqueNm }: Shaft, i: number): Given => {
    const stop = stops[i] ?? null;
    const dark = valves.filter((v) => unknown.includes(v));
    return {
      id: shaftId(i),
      part: name,
      title: `Bolt down the ${name}${torqueNm === null ? ", to the maker's torque" : `, to ${torqueNm} Nm`}.`,
      how:
        stop !== null
          ? "Every pushrod under it down, feel each one; in steps from the middle outwards, all bolts a little at a time."
          : `${
              dark.length > 0
                ? `Where ${dark.join(", ")} ${dark.length === 1 ? "rests" : "rest"} is not known: feel each follower under it`
                : "At no crank position do all followers under it rest: back every adjuster under it off"
            }, go down evenly, a little at each bolt, stop when one binds, and say how the maker has it done.`,
      why: "Drawn down over a lifted follower it cracks, or bends a pushrod.",
      rounds: 2,
      torqueNm,
      under: valves,
      stop,
      after: ["head-torqued"],
      notHere: ["It was not off"],
    };
  };

const drive = ({ follower, cam }: EngineFile): Given => ({
  id: "drive",
  title: "Check the marks of belt, chain or gears; then two full turns by hand.",
  how: `In the running direction, slowly: nothing touches, and the marks come together again${cam?.gearMarks === undefined ? "" : `: cylinder ${cam.gearMarks.proves} fires then`}.${follower === "flat" ? " No further turns than these: the paste wipes off." : ""}`,
  why: "A tooth out, and valves meet pistons at the first turn of the starter.",
});

export interface ShaftsKnown {
  /** Where each may be bolted down; null where its followers never all rest, or that is not known. */
  readonly stops: readonly (string | null)[];
  /** The valves of whose lobes nothing is known. */
  readonly unknown: readonly string[];
}

/** All lines of an engine with these shafts. */
export function linesFor(file: EngineFile, shafts: readonly Shaft[], known: ShaftsKnown): CheckLine[] {
  const gear = gearOf(file);
  const given = [
    ...BEFORE.map((of) => of(gear, file)),
    ...capLines(file, gear),
    ...shafts.map(shaftLine(known)),
    ...AFTER.map((of) => of(gear, shafts)),
    drive(file),
  ];
  return given.flatMap((g) => (g === null ? [] : [line(g)]));
}
