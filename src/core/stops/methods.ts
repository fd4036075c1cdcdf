/** The schools of stopping, as people would name them. */
export const METHOD_IDS = [
  "firing-order",
  "two-stop",
  "opening-closing",
  "full-lift",
  "companion-lift",
  "rocking",
  "own-lobe",
  "fewest",
  "lobe-in-sight",
] as const;
export type MethodId = (typeof METHOD_IDS)[number];

export interface Method {
  readonly id: MethodId;
  readonly name: string;
  /** What is done, in a sentence without its stop. */
  readonly how: (cycleDeg: 360 | 720) => string;
  /** What must be there for it; `seen` is what moves at the valves: "rocker". */
  readonly needs: (seen: string) => string;
  /** Found by watching what moves at the valves, or the lobes: no mark is needed. */
  readonly watched: boolean;
}

const halfCycle = (cycleDeg: 360 | 720): string => (cycleDeg === 720 ? "one full turn" : "half a turn");

const ALL: readonly Method[] = [
  {
    id: "firing-order",
    name: "Firing order",
    watched: false,
    how: () => "Each cylinder at its own firing TDC, in firing order: all its valves there",
    needs: () => "a mark for every cylinder's TDC: balancer marks, rotor towers or a tape",
  },
  {
    id: "two-stop",
    name: "Two stops",
    watched: false,
    how: (cycleDeg) =>
      `Half the valves at firing TDC of the first cylinder, the other half ${halfCycle(cycleDeg)} on`,
    needs: () => "the one TDC mark, and to know which time round it is",
  },
  {
    id: "opening-closing",
    name: "Opening and closing",
    watched: true,
    how: () => "Exhaust just opening: set the intake. Intake started to close: set the exhaust",
    needs: (seen) => `the ${seen}s in sight, and no mark at all`,
  },
  {
    id: "full-lift",
    name: "Full lift",
    watched: true,
    how: () => "One valve of a cylinder fully open: set the other",
    needs: (seen) => `the ${seen}s in sight`,
  },
  {
    id: "companion-lift",
    name: "Companion at full lift",
    watched: true,
    how: () => "A valve fully open: set the same valve of the companion cylinder",
    needs: (seen) => `the ${seen}s in sight, and a companion for each cylinder`,
  },
  {
    id: "rocking",
    name: "Companion rocking",
    watched: true,
    how: () => "A cylinder rocking at overlap: set all valves of its companion",
    needs: (seen) => `the ${seen}s in sight, and a companion for each cylinder`,
  },
  {
    id: "own-lobe",
    name: "Own lobe, one turn on",
    watched: true,
    how: (cycleDeg) => `Watch a valve to full lift, go on ${halfCycle(cycleDeg)}, and set that valve`,
    needs: (seen) => `one ${seen} in sight at a time`,
  },
  {
    id: "fewest",
    name: "Fewest stops",
    watched: false,
    how: () =>
      "Worked out for this engine and this cam: no plan has fewer stops, and none with so few is further clear",
    needs: () => "a degree wheel, a tape or printed marks",
  },
  {
    id: "lobe-in-sight",
    name: "Lobes in sight",
    watched: true,
    how: () => "Look at the lobes and set whatever points away; these stops are a guide, any place will do",
    needs: () => "the cams in sight: covers off an overhead-cam head, an open valley",
  },
];

export const METHODS = Object.fromEntries(ALL.map((m) => [m.id, m])) as Readonly<Record<MethodId, Method>>;
