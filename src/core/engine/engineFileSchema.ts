/** Validates `fulcrata-engine/1`. Unknown fields are kept, and named by {@link unknownFields}. */
import { z } from "zod";
import { heightProblem } from "./height";
import { parseLength } from "../units/length";
import { lengthSchema } from "../units/lengthSchema";
import { isFreeName } from "../units/plainJson";
import {
  ADJUSTER_KINDS,
  BARRING_PLACES,
  CAM_DRIVES,
  ENGINE_FORMAT,
  LOCK_KINDS,
  MAX_CYLINDERS,
  MAX_VALVES,
  ROLES,
  SCREW_PLACES,
  SEALS,
  SECTORS,
  TIMED_DRIVES,
  cycleOf,
  type EngineFile,
  METALS,
  LENGTH_PART_KINDS,
} from "./engineFile";
import { checkCam } from "./checkCam";
const label = z
  .string("Give it as text, in quotes.")
  .trim()
  .min(1, "A name can't be empty.")
  .max(60, "Keep it within 60 characters.")
  .regex(/^\P{Cc}*$/u, "Leave out control characters.")
  .refine(isFreeName, "This word can't be a name here: choose another.");
const degrees = z
  .number("Give degrees as a number.")
  .min(-720, "Degrees lie between -720 and 720.")
  .max(720, "Degrees lie between -720 and 720.");
const thin = lengthSchema({ minMm: 0, maxMm: 10 });

const lashFigures = z.looseObject({ nominal: thin, low: thin.optional(), high: thin.optional() });
const tall = lengthSchema({ minMm: 0, maxMm: 300 });
/** A lash, or heights over a datum that are read under a block. */
const lashOrHeight = z
  .looseObject({ nominal: tall, low: tall.optional(), high: tall.optional(), block: tall.optional() })
  .superRefine((figures, ctx) => {
    for (const key of ["nominal", "low", "high"] as const) {
      const typed = figures[key];
      if (typed === undefined) continue;
      const why =
        figures.block === undefined
          ? (thin.safeParse(typed).error?.issues[0]?.message ?? null)
          : heightProblem(mmOf(typed), mmOf(figures.block));
      if (why !== null) ctx.addIssue({ code: "custom", path: [key], message: why });
    }
  });
/** Nothing where it is no length: that is said already. */
const mmOf = (typed: number | string): number => parseLength(typed)?.mm ?? NaN;

const lash = z.looseObject({
  state: z.enum(["cold", "hot"], "Lash is given cold or hot: say which."),
  source: z.string("Give the source as text.").max(300, "Keep the source within 300 characters.").optional(),
  intake: lashFigures.optional(),
  exhaust: lashFigures.optional(),
  injector: lashOrHeight.optional(),
  valves: z
    .record(label, lashOrHeight, "Give figures of single valves by their names.")
    .refine((v) => Object.keys(v).length <= MAX_VALVES, `At most ${MAX_VALVES} valves.`)
    .optional(),
  hotFromC: z
    .number("Give the temperature in degrees Celsius.")
    .min(30, "A hot engine is between 30 and 200 °C.")
    .max(200, "A hot engine is between 30 and 200 °C.")
    .optional(),
});

const lift = lengthSchema({ minMm: 0.5, maxMm: 50 }).optional();
const liftMm = z
  .number("Give lift as a number of mm.")
  .min(-0.5, "A lift below -0.5 mm can't be right.")
  .max(50, "A lift above 50 mm can't be right.");

const lobe = z.union(
  [
    z.looseObject({ opensDegBtdc: degrees, closesDegAbdc: degrees, lift }),
    z.looseObject({ opensDegBbdc: degrees, closesDegAtdc: degrees, lift }),
    z.looseObject({ opensDegBbdc: degrees, closesDegAbdc: degrees, lift }),
    z.looseObject({ durationDeg: degrees, centerlineDeg: degrees, lift }),
    z.looseObject({ opensDeg: degrees, closesDeg: degrees, lift }),
    z.looseObject({
      profile: z
        .array(z.tuple([z.number().min(-1440).max(1440), liftMm]))
        .min(8, "A profile needs at least 8 points.")
        .max(3000, "A profile has at most 3000 points."),
    }),
  ],
  "Give the lobe as two events, as duration and centerline, as opensDeg and closesDeg, or as a profile of [degrees, mm] points.",
);

const ownTdcLobe = z.looseObject(
  { opensDeg: degrees, closesDeg: degrees, lift },
  "An injector's lobe is given as opensDeg and closesDeg from its own firing TDC.",
);

const cam = z.looseObject({
  atLift: lengthSchema({ minMm: 0, maxMm: 25 }).optional(),
  rampDeg: z
    .number("Give the ramp in crank degrees.")
    .min(0, "A ramp can't be negative.")
    .max(120, "A ramp is at most 120 degrees.")
    .optional(),
  intake: lobe.optional(),
  exhaust: lobe.optional(),
  injector: ownTdcLobe.optional(),
  releases: z
    .array(
      z.looseObject({
        role: z.enum(["intake", "exhaust"], "A release acts on intake or exhaust."),
        fromDeg: degrees,
        toDeg: degrees,
      }),
    )
    .max(8, "At most 8 releases.")
    .optional(),
  gearMarks: z.looseObject({ proves: label }).optional(),
});

const torque = z
  .number("Give the torque in Nm.")
  .positive("A torque lies above 0 and up to 500 Nm.")
  .max(500, "A torque lies above 0 and up to 500 Nm.");

const partLength = lengthSchema({ minMm: 0.1, maxMm: 999 });

const closerGap = lengthSchema({ minMm: 0, maxMm: 0.5 });

const ratio = z
  .number("Give the rocker ratio as a number.")
  .min(0.2, "A rocker ratio lies between 0.2 and 5.")
  .max(5, "A rocker ratio lies between 0.2 and 5.");
const pitch = lengthSchema({ minMm: 0.1, maxMm: 6 });
const tpi = z
  .number("Give threads per inch as a number.")
  .min(4, "Threads per inch lie between 4 and 100.")
  .max(100, "Threads per inch lie between 4 and 100.");

const adjuster = z.looseObject({
  kind: z.enum(ADJUSTER_KINDS, `The kind is one of: ${ADJUSTER_KINDS.join(", ")}.`),
  at: z.enum(SCREW_PLACES, `The place is one of: ${SCREW_PLACES.join(", ")}.`).optional(),
  ratio: ratio.optional(),
  followerRatio: z
    .number("Give the follower ratio as a number.")
    .min(0.2, "A follower ratio lies between 0.2 and 5.")
    .max(5, "A follower ratio lies between 0.2 and 5.")
    .optional(),
  pitch: pitch.optional(),
  tpi: tpi.optional(),
  injector: z
    .looseObject({
      at: z
        .enum(
          ["valve-end", "pushrod-end"],
          "An injector's screw sits at the injector's end (valve-end) or at the pushrod-end.",
        )
        .optional(),
      ratio: ratio.optional(),
      pitch: pitch.optional(),
      tpi: tpi.optional(),
      lockTorqueNm: torque.optional(),
    })
    .optional(),
  lock: z.enum(LOCK_KINDS, `The lock is one of: ${LOCK_KINDS.join(", ")}.`).optional(),
  lockTorqueNm: torque.optional(),
  swingDeg: z
    .number("Give the room to swing the tool in degrees.")
    .min(10, "The room to swing lies between 10 and 360 degrees.")
    .max(360, "The room to swing lies between 10 and 360 degrees.")
    .optional(),
  shimAt: z
    .enum(
      ["over", "under", "tip", "rocker"],
      "A shim lies over or under its bucket, on the valve tip, or at the rocker.",
    )
    .optional(),
  closer: z.looseObject({ aim: closerGap.optional(), high: closerGap.optional() }).optional(),
  diameter: lengthSchema({ minMm: 1, maxMm: 100 }).optional(),
  plunger: z
    .looseObject({
      travel: lengthSchema({ minMm: 0.5, maxMm: 10 }).optional(),
      fromTop: thin.optional(),
      fromBottom: thin.optional(),
    })
    .optional(),
  preload: z
    .looseObject({
      turns: z
        .number("Give the turns as a number.")
        .positive("A preload is more than no turn.")
        .max(5, "A preload is at most 5 turns.")
        .optional(),
      travel: lengthSchema({ minMm: 0.01, maxMm: 10 }).optional(),
    })
    .optional(),
  part: z.enum(LENGTH_PART_KINDS, `What is exchanged is one of: ${LENGTH_PART_KINDS.join(", ")}.`).optional(),
  lengths: z
    .array(partLength, "List the lengths that can be had.")
    .min(1, "List at least one length.")
    .max(60, "At most 60 lengths.")
    .optional(),
  fitted: partLength.optional(),
  gapAt: z.enum(["valve", "pushrod"], "The gap is read at the valve or at the pushrod.").optional(),
});

const kelvin = z
  .number("Give the rise in kelvin.")
  .min(0, "A rise lies between 0 and 300 K.")
  .max(300, "A rise lies between 0 and 300 K.");
const size = lengthSchema({ minMm: 1, maxMm: 3000 });
const metal = z.enum(METALS, "The metal is iron or alloy.");
const growth = lengthSchema({ minMm: -1, maxMm: 2 });

const heat = z.looseObject({
  layout: z.enum(["pushrod", "overhead"], "The cam lies under pushrods or overhead.").optional(),
  block: metal.optional(),
  head: metal.optional(),
  sizes: z
    .looseObject({
      deck: size.optional(),
      pivot: size.optional(),
      pushrod: size.optional(),
      valve: size.optional(),
      cam: size.optional(),
    })
    .optional(),
  rise: z
    .union(
      [kelvin, z.looseObject({ block: kelvin, head: kelvin, pushrod: kelvin, valve: kelvin })],
      "Give the rise in kelvin: one figure, or one each for block, head, pushrod and valve.",
    )
    .optional(),
  experience: z
    .looseObject({
      intake: growth.optional(),
      exhaust: growth.optional(),
      source: z.string("Give the source as text.").max(300, "Keep the source within 300 characters.").optional(),
    })
    .optional(),
});

const shape = z.looseObject({
  format: z.literal(ENGINE_FORMAT, `This is not an engine file: its format should read "${ENGINE_FORMAT}".`),
  name: label,
  sector: z.enum(SECTORS, `The sector is one of: ${SECTORS.join(", ")}.`).optional(),
  strokes: z.union([z.literal(2), z.literal(4)], "Strokes are 2 or 4."),
  rotation: z.enum(["clockwise", "counterclockwise"], "Rotation is clockwise or counterclockwise.").optional(),
  cylinders: z
    .array(label, "List the cylinders.")
    .min(1, "Name at least one cylinder.")
    .max(MAX_CYLINDERS, `At most ${MAX_CYLINDERS} cylinders.`),
  firingOrder: z.array(label, "List the firing order.").max(MAX_CYLINDERS, `At most ${MAX_CYLINDERS} cylinders.`),
  firingAnglesDeg: z
    .array(degrees, "List the firing angles.")
    .max(MAX_CYLINDERS, `At most ${MAX_CYLINDERS} angles.`)
    .optional(),
  valves: z
    .array(
      z.looseObject({ id: label, cylinder: label, role: z.enum(ROLES, `A role is one of: ${ROLES.join(", ")}.`) }),
      "List the valves.",
    )
    .min(1, "List at least one valve.")
    .max(MAX_VALVES, `At most ${MAX_VALVES} valves.`),
  cam: cam.optional(),
  marksDeg: z
    .array(
      z
        .number("Give degrees as a number.")
        .min(0, "A mark lies from 0 up to 360 degrees.")
        .lt(360, "A mark lies from 0 up to 360 degrees."),
    )
    .max(72, "At most 72 marks.")
    .optional(),
  markLabels: z
    .array(z.string("Give it as text, in quotes.").max(12, "Keep what is stamped within 12 characters."))
    .max(72, "At most 72 marks.")
    .optional(),
  camDrive: z.enum(CAM_DRIVES, `What turns the cam is one of: ${CAM_DRIVES.join(", ")}.`).optional(),
  follower: z.enum(["flat", "roller"], "The followers are flat or roller.").optional(),
  barring: z
    .looseObject({
      at: z.enum(BARRING_PLACES, `The engine is barred at one of: ${BARRING_PLACES.join(", ")}.`),
      ratio: z
        .number("Give the ratio as turns of the tool per crank turn.")
        .min(-500, "The ratio lies between 0.01 and 500, or below 0 where it turns the other way.")
        .max(500, "The ratio lies between 0.01 and 500, or below 0 where it turns the other way.")
        .refine(
          (r) => Math.abs(r) >= 0.01,
          "The ratio lies between 0.01 and 500, or below 0 where it turns the other way.",
        ),
    })
    .optional(),
  lash: lash.optional(),
  otherLash: z.array(lash, "List what other sources say.").max(8, "At most 8 other sources.").optional(),
  tightenedLater: z
    .array(
      z.looseObject({
        name: label,
        valves: z.array(label).min(1, "Name the valves under it.").max(MAX_VALVES),
        torqueNm: torque.optional(),
      }),
      "List what is tightened after setting.",
    )
    .max(24, "At most 24 parts.")
    .optional(),
  adjuster: adjuster.optional(),
  heat: heat.optional(),
  camshafts: z
    .array(
      z.looseObject({
        name: label,
        valves: z.array(label).min(1, "Name the valves under it.").max(MAX_VALVES),
        torqueNm: torque.optional(),
        caps: z.string("Give it as text, in quotes.").max(300, "Keep it within 300 characters.").optional(),
      }),
      "List the camshafts.",
    )
    .max(16, "At most 16 camshafts.")
    .optional(),
  covers: z
    .array(
      z.looseObject({
        name: label,
        seal: z.enum(SEALS, `What seals it is one of: ${SEALS.join(", ")}.`).optional(),
        torqueNm: torque.optional(),
      }),
      "List the covers.",
    )
    .max(16, "At most 16 covers.")
    .optional(),
  timedDrive: z.enum(TIMED_DRIVES, `What is driven in time is one of: ${TIMED_DRIVES.join(", ")}.`).optional(),
  layout: z
    .looseObject({
      kind: z.enum(["inline", "vee", "flat", "radial"], "The layout is inline, vee, flat or radial."),
      banks: z.array(z.array(label).max(MAX_CYLINDERS)).max(4, "At most 4 banks.").optional(),
    })
    .optional(),
  bridges: z
    .array(z.looseObject({ cylinder: label, role: z.enum(ROLES) }))
    .max(MAX_VALVES)
    .optional(),
  notes: z.string("Give the notes as text.").max(2000, "Keep the notes within 2000 characters.").optional(),
});

type Issues = z.core.$RefinementCtx;

const complain = (ctx: Issues, path: (string | number)[], message: string): void => {
  ctx.addIssue({ code: "custom", path, message });
};

function checkFiring(file: z.infer<typeof shape>, ctx: Issues): void {
  const known = new Set<string>();
  file.cylinders.forEach((id, i) => {
    if (known.has(id)) complain(ctx, ["cylinders", i], `Cylinder ${id} is named twice.`);
    known.add(id);
  });
  const fired = new Set<string>();
  file.firingOrder.forEach((id, i) => {
    if (!known.has(id)) complain(ctx, ["firingOrder", i], `Cylinder ${id} is not among the cylinders.`);
    else if (fired.has(id)) complain(ctx, ["firingOrder", i], `Cylinder ${id} fires twice.`);
    fired.add(id);
  });
  const missing = [...known].filter((id) => !fired.has(id));
  if (missing.length > 0) complain(ctx, ["firingOrder"], `Missing from the firing order: ${missing.join(", ")}.`);
  checkAngles(file, ctx);
}

function checkAngles(file: z.infer<typeof shape>, ctx: Issues): void {
  const angles = file.firingAnglesDeg;
  if (angles === undefined) return;
  const cycle = cycleOf(file);
  if (angles.length !== file.firingOrder.length) {
    complain(
      ctx,
      ["firingAnglesDeg"],
      `There are ${angles.length} firing angles for ${file.firingOrder.length} cylinders.`,
    );
  }
  angles.forEach((deg, i) => {
    const before = angles[i - 1];
    if (i === 0 && deg !== 0) complain(ctx, ["firingAnglesDeg", 0], "The first firing angle is 0.");
    else if (before !== undefined && deg < before)
      complain(ctx, ["firingAnglesDeg", i], `Firing angles must not fall: ${deg} comes after ${before}.`);
    if (deg >= cycle) complain(ctx, ["firingAnglesDeg", i], `Firing angles stay below ${cycle} on this engine.`);
  });
}

function checkValves(file: z.infer<typeof shape>, ctx: Issues): void {
  const cylinders = new Set(file.cylinders);
  const ids = new Set<string>();
  file.valves.forEach((valve, i) => {
    if (ids.has(valve.id)) complain(ctx, ["valves", i, "id"], `Valve ${valve.id} is listed twice.`);
    ids.add(valve.id);
    if (!cylinders.has(valve.cylinder))
      complain(ctx, ["valves", i, "cylinder"], `Cylinder ${valve.cylinder} is not among the cylinders.`);
    if (file.strokes === 2 && valve.role === "intake")
      complain(
        ctx,
        ["valves", i, "role"],
        "A two-stroke has exhaust valves and injectors only; its intake is ported.",
      );
  });
}

function checkLayout(file: z.infer<typeof shape>, ctx: Issues): void {
  const banks = file.layout?.banks;
  if (banks !== undefined) {
    const placed = banks.flat().sort().join("\n");
    if (placed !== [...file.cylinders].sort().join("\n"))
      complain(ctx, ["layout", "banks"], "The banks must hold every cylinder once.");
  }
  file.bridges?.forEach((bridge, i) => {
    if (!file.cylinders.includes(bridge.cylinder))
      complain(ctx, ["bridges", i, "cylinder"], `Cylinder ${bridge.cylinder} is not among the cylinders.`);
  });
}

function checkParts(file: z.infer<typeof shape>, ctx: Issues): void {
  const ids = new Set(file.valves.map((v) => v.id));
  file.camshafts?.forEach((shaft, i) =>
    shaft.valves.forEach((id, k) => {
      if (!ids.has(id)) complain(ctx, ["camshafts", i, "valves", k], `Valve ${id} is not among the valves.`);
    }),
  );
  const sources = [
    { path: ["lash"], lash: file.lash },
    ...(file.otherLash ?? []).map((lash, i) => ({ path: ["otherLash", i], lash })),
  ];
  for (const { path, lash } of sources)
    for (const id of Object.keys(lash?.valves ?? {}))
      if (!ids.has(id))
        complain(
          ctx,
          [...path, "valves", id],
          `Valve ${id} is not among the valves: take its figure out, or name another.`,
        );
  for (const { path, lash } of sources)
    for (const valve of file.valves)
      if (valve.role !== "injector" && lash?.valves?.[valve.id]?.block !== undefined)
        complain(
          ctx,
          [...path, "valves", valve.id, "block"],
          `${valve.id} is a valve: only an injector or a pump's follower is set to a height under a block.`,
        );
  file.tightenedLater?.forEach((part, i) => {
    part.valves.forEach((id, k) => {
      if (!ids.has(id)) complain(ctx, ["tightenedLater", i, "valves", k], `Valve ${id} is not among the valves.`);
    });
    if (file.tightenedLater?.findIndex((p) => p.name === part.name) !== i)
      complain(ctx, ["tightenedLater", i, "name"], `${part.name} is named twice.`);
  });
}

export const engineFileSchema = shape.superRefine((file, ctx) => {
  checkFiring(file, ctx);
  checkValves(file, ctx);
  checkLayout(file, ctx);
  checkParts(file, ctx);
  const proves = file.cam?.gearMarks?.proves;
  if (proves !== undefined && !file.cylinders.includes(proves))
    complain(ctx, ["cam", "gearMarks", "proves"], `Cylinder ${proves} is not among the cylinders.`);
  checkCam(file, (path, message) => complain(ctx, path, message));
  if (file.markLabels !== undefined && file.markLabels.length !== (file.marksDeg?.length ?? 0)) {
    complain(ctx, ["markLabels"], "Give one label for each of the marks.");
  }
  for (const [screw, path] of [
    [file.adjuster, ["adjuster"]],
    [file.adjuster?.injector, ["adjuster", "injector"]],
  ] as const)
    if (screw?.pitch !== undefined && screw.tpi !== undefined)
      complain(ctx, [...path, "tpi"], "Give the pitch or the threads per inch, not both.");
  if (file.adjuster?.preload?.turns !== undefined && file.adjuster.preload.travel !== undefined) {
    complain(ctx, ["adjuster", "preload", "travel"], "Give the preload as turns or as travel, not both.");
  }
});

/** Top-level fields of a file that this version does not know: kept as they are, but used for nothing. */
export const unknownFields = (file: object): string[] => Object.keys(file).filter((key) => !(key in shape.shape));

/** Ties the validator to the hand-written type: the two can't drift apart unnoticed. */
export const asEngineFile = (file: z.infer<typeof engineFileSchema>): EngineFile => file;
