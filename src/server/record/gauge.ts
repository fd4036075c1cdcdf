/** Gauge studies: set up, read blind, ended; and what they know of hands. */
import { and, desc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import { z } from "zod";
import { type DoneStudy, handsOfStudies } from "@/core/record/handStudies";
import type { Feel } from "@/core/practice/session/marks";
import { type Hand, type Hands, LEAST_REPEAT_MM } from "@/core/record/hands";
import { type StudyReading, studyProblem } from "@/core/record/gaugeStudy";
import { type StudyPlan, looksEach, nextLook } from "@/core/record/study";
import { groupedBy } from "@/core/units/groups";
import { parseLength } from "@/core/units/length";
import { lengthSchema } from "@/core/units/lengthSchema";
import type { Database } from "@/db/connect";
import { engineForecasts, gaugeReadings, gaugeStudies, people, practiceSessions } from "@/db/schema";
import { idInput, isId } from "../http/id";
import { once } from "../http/once";
import { Refused } from "../http/refused";
import type { Actor } from "../http/who";
import { nameText } from "../shop/begin";

const valveName = z
  .string()
  .trim()
  .min(1, "Give each valve a name.")
  .max(20, "Keep a valve's name within 20 characters.");
const gap = lengthSchema({ minMm: 0, maxMm: 5 });
const bare = (value: number | string): number => parseLength(value)?.mm ?? NaN;

export const studyInput = z
  .strictObject({
    id: idInput,
    name: nameText("Say what is studied."),
    /** The width of the band that is judged so. */
    band: lengthSchema({ minMm: 0.005, maxMm: 2 }),
    people: z.array(idInput).min(1, "Choose who reads.").max(5, "At most five people."),
    /** The true gap where it is known of all. */
    valves: z
      .array(z.strictObject({ name: valveName, known: gap.nullable() }))
      .min(2, "A study needs at least two valves.")
      .max(24, "At most 24 valves."),
    times: z
      .number("Give a number.")
      .int("Give a whole number.")
      .min(2, "At least twice each.")
      .max(5, "At most five times."),
  })
  .refine((s) => new Set(s.valves.map((v) => v.name)).size === s.valves.length, {
    path: ["valves"],
    message: "Two valves have the same name.",
  })
  .refine((s) => new Set(s.people).size === s.people.length, {
    path: ["people"],
    message: "Somebody is named twice.",
  })
  .refine((s) => s.valves.every((v) => v.known === null) || s.valves.every((v) => v.known !== null), {
    path: ["valves"],
    message: "Give the known gap of every valve, or of none.",
  });

/** Sets a study up; the order of each person follows from its id. @throws Refused */
export async function beginStudy(db: Database, actor: Actor, input: z.infer<typeof studyInput>): Promise<void> {
  const { shopId, person } = actor;
  await once(db, actor, { what: "gauge-study", id: input.id, input }, async (tx) => {
    const here = await tx
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.shopId, shopId), inArray(people.id, input.people)));
    if (here.length < input.people.length) throw new Refused("Choose people of this shop.", 422, "people");
    const known = input.valves.flatMap((v) => (v.known === null ? [] : [[v.name, bare(v.known)] as const]));
    await tx.insert(gaugeStudies).values({
      id: input.id,
      shopId,
      name: input.name,
      bandMm: bare(input.band),
      people: input.people,
      valves: input.valves.map((v) => v.name),
      times: input.times,
      knownMm: known.length === 0 ? null : Object.fromEntries(known),
      seed: Number.parseInt(input.id.slice(0, 7), 16),
      by: person.id,
    });
  });
}

export const studyReadingInput = z.strictObject({
  id: idInput,
  valve: valveName,
  time: z.number().int().min(1).max(5),
  value: gap,
});

/** Keeps what somebody read: the valve that was theirs to read, and no other. @throws Refused */
export async function readInStudy(
  db: Database,
  actor: Actor,
  studyId: string,
  input: z.infer<typeof studyReadingInput>,
): Promise<void> {
  const { shopId, person } = actor;
  await once(db, actor, { what: `gauge-reading ${studyId}`, id: input.id, input }, async (tx) => {
    // One reading after another: two devices wait for each other here, and the last of all is known to be that.
    const [study] = isId(studyId)
      ? await tx
          .select()
          .from(gaugeStudies)
          .where(and(eq(gaugeStudies.shopId, shopId), eq(gaugeStudies.id, studyId)))
          .for("update")
      : [];
    if (study === undefined) throw new Refused("There is no such study. Go back to the list.", 404);
    if (study.endedAt !== null) throw new Refused("This study was ended: nothing is read in it any more.", 409);
    const made = await madeBy(tx, shopId, studyId, person.id);
    const look = nextLook(study, person.id, made);
    if (look === null)
      throw new Refused(
        study.people.includes(person.id)
          ? "You have read all of yours: nothing is left to read."
          : "You are not among the people who read here.",
        409,
      );
    if (look.valve !== input.valve || look.time !== input.time)
      throw new Refused(`It is ${look.valve} that you read now: reload the page.`, 409);
    await tx.insert(gaugeReadings).values({
      id: input.id,
      shopId,
      studyId,
      personId: person.id,
      valve: input.valve,
      time: input.time,
      valueMm: bare(input.value),
      text: typeof input.value === "string" ? input.value : `${input.value} mm`,
    });
    // The last reading of all ends it.
    const all = await tx.$count(
      gaugeReadings,
      and(eq(gaugeReadings.shopId, shopId), eq(gaugeReadings.studyId, studyId)),
    );
    if (all === looksEach(study) * study.people.length) await end(tx, shopId, studyId);
  });
}

const madeBy = (tx: Database, shopId: string, studyId: string, personId: string): Promise<number> =>
  tx.$count(
    gaugeReadings,
    and(eq(gaugeReadings.shopId, shopId), eq(gaugeReadings.studyId, studyId), eq(gaugeReadings.personId, personId)),
  );

/** Ended, it tells of hands: what comes of engines is made anew with it. */
async function end(tx: Database, shopId: string, studyId: string): Promise<void> {
  await tx
    .update(gaugeStudies)
    .set({ endedAt: sql`now()` })
    .where(and(eq(gaugeStudies.shopId, shopId), eq(gaugeStudies.id, studyId)));
  await foretellAnew(tx, shopId);
}

/** What comes of engines is made again in the background. */
export async function foretellAnew(tx: Database, shopId: string): Promise<void> {
  await tx.update(engineForecasts).set({ rates: null }).where(eq(engineForecasts.shopId, shopId));
}

/** Ends a study before all have read: whoever is not through does not count. @throws Refused */
export async function endStudy(db: Database, { shopId }: Actor, studyId: string): Promise<void> {
  const study = await findStudy(db, shopId, studyId);
  if (study === null) throw new Refused("There is no such study. Go back to the list.", 404);
  if (study.endedAt === null) await db.transaction((tx) => end(tx as unknown as Database, shopId, studyId));
}

type Row = typeof gaugeStudies.$inferSelect;

export interface Study extends StudyPlan {
  readonly id: string;
  readonly name: string;
  readonly bandMm: number;
  readonly knownMm: Row["knownMm"];
  readonly at: Date;
  readonly endedAt: Date | null;
  /** How much each has read, in the order of `people`. */
  readonly made: readonly number[];
  /** Of those who are through, once it is ended; before that nobody sees what others read. */
  readonly readings: readonly (StudyReading & { readonly time: number })[];
}

/** So many studies are listed. */
const NEWEST = 50;

/** The newest first. */
export const listStudies = (db: Database, shopId: string): Promise<Study[]> => studies(db, shopId, null);

/** Null when the shop has no such study. */
export const findStudy = async (db: Database, shopId: string, id: string): Promise<Study | null> =>
  isId(id) ? ((await studies(db, shopId, id))[0] ?? null) : null;

async function studies(db: Database, shopId: string, id: string | null, done = false): Promise<Study[]> {
  const rows = await db
    .select()
    .from(gaugeStudies)
    .where(
      and(
        eq(gaugeStudies.shopId, shopId),
        id === null ? undefined : eq(gaugeStudies.id, id),
        done ? isNotNull(gaugeStudies.endedAt) : undefined,
      ),
    )
    .orderBy(desc(gaugeStudies.at))
    .limit(NEWEST);
  if (rows.length === 0) return [];
  const readings = await db
    .select()
    .from(gaugeReadings)
    .where(
      and(
        eq(gaugeReadings.shopId, shopId),
        inArray(
          gaugeReadings.studyId,
          rows.map((r) => r.id),
        ),
      ),
    )
    .orderBy(gaugeReadings.at);
  const byStudy = groupedBy(readings, (r) => r.studyId);
  return rows.map((row) => studyOf(row, byStudy.get(row.id) ?? []));
}

function studyOf(row: Row, all: readonly (typeof gaugeReadings.$inferSelect)[]): Study {
  const made = row.people.map((p) => all.filter((r) => r.personId === p).length);
  const through = new Set(row.people.filter((_, i) => made[i] === looksEach(row)));
  return {
    ...row,
    made,
    readings:
      row.endedAt === null
        ? []
        : all
            .filter((r) => through.has(r.personId))
            .map((r) => ({ valve: r.valve, person: r.personId, valueMm: r.valueMm, time: r.time })),
  };
}

/** Who reads in a study, in its order; whoever is gone from the shop has a name all the same. */
export async function readersOf(db: Database, shopId: string, study: Pick<Study, "people">) {
  const rows = await db
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(and(eq(people.shopId, shopId), inArray(people.id, [...study.people])));
  return study.people.flatMap((id) => rows.filter((r) => r.id === id));
}

const asDone = ({ endedAt, bandMm, readings, knownMm }: Study): DoneStudy[] =>
  endedAt === null || studyProblem(readings) !== null
    ? []
    : [{ at: endedAt.toISOString(), bandMm, readings, knownMm }];

/** What the newest gaps read on the screen showed, of whoever read them all. */
async function screenHands(db: Database, shopId: string): Promise<Hands> {
  const rows = await db
    .selectDistinctOn([practiceSessions.personId], {
      person: practiceSessions.personId,
      endedAt: practiceSessions.endedAt,
      feel: sql<Feel>`${practiceSessions.marks} -> 'feel'`,
    })
    .from(practiceSessions)
    .where(
      and(
        eq(practiceSessions.shopId, shopId),
        isNotNull(practiceSessions.personId),
        isNotNull(practiceSessions.endedAt),
        sql`jsonb_typeof(${practiceSessions.marks} -> 'feel') = 'object'`,
      ),
    )
    .orderBy(practiceSessions.personId, desc(practiceSessions.endedAt));
  return new Map(
    rows.flatMap(({ person, endedAt, feel }): [string, Hand][] =>
      person === null || endedAt === null
        ? []
        : [
            [
              person,
              {
                person,
                repeatMm: Math.max(LEAST_REPEAT_MM, feel.repeatMm),
                biasMm: feel.biasMm,
                against: "screen",
                at: endedAt.toISOString(),
              },
            ],
          ],
    ),
  );
}

/** What is known of hands, by studies; else by the screen. */
async function known(db: Database, shopId: string): Promise<Hands> {
  const [done, screen] = [await studies(db, shopId, null, true), await screenHands(db, shopId)];
  return new Map([...screen, ...handsOfStudies(done.flatMap(asDone))]);
}

const wants = { study: people.handCounts, screen: people.screenCounts };
const counts = ({ against }: Hand, wanted: { study: boolean; screen: boolean } | undefined): boolean =>
  against === "screen" ? (wanted?.screen ?? false) : (wanted?.study ?? true);

/** What is known of hands: of those who want it used. */
export async function handsOf(db: Database, shopId: string): Promise<Hands> {
  const hands = await known(db, shopId);
  if (hands.size === 0) return hands;
  const rows = await db
    .select({ id: people.id, ...wants })
    .from(people)
    .where(eq(people.shopId, shopId));
  const wanted = new Map(rows.map((r) => [r.id, r]));
  return new Map([...hands].filter(([person, hand]) => counts(hand, wanted.get(person))));
}

/** What is known of somebody's hand, and whether they want it used; null where nothing is. */
export async function ownHand(
  db: Database,
  shopId: string,
  personId: string,
): Promise<{ readonly hand: Hand; readonly counts: boolean } | null> {
  const hand = (await known(db, shopId)).get(personId);
  if (hand === undefined) return null;
  const [own] = await db
    .select(wants)
    .from(people)
    .where(and(eq(people.shopId, shopId), eq(people.id, personId)));
  return { hand, counts: counts(hand, own) };
}
