CREATE TABLE "state_readings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"valve" text NOT NULL,
	"state" text NOT NULL,
	"goes_mm" numeric(9, 6) NOT NULL,
	"goes_text" text NOT NULL,
	"no_go_mm" numeric(9, 6) NOT NULL,
	"no_go_text" text NOT NULL,
	"temperature_c" numeric(10, 6),
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "state_readings_state" CHECK ("state_readings"."state" in ('cold', 'hot')),
	CONSTRAINT "state_readings_sense" CHECK ("state_readings"."goes_mm" >= 0 and "state_readings"."no_go_mm" > "state_readings"."goes_mm" and "state_readings"."no_go_mm" <= 10),
	CONSTRAINT "state_readings_temperature" CHECK ("state_readings"."temperature_c" between -60 and 250)
);
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_kind";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_of_valve";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_school";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_subject";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_said_why";--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "bleed_minutes" integer DEFAULT 15 NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "bleed_cold_minutes" integer DEFAULT 30 NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "work" text DEFAULT 'lash' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "preload" json;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "fixed" json;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "heat_offset" json;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "mm_per_turn" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "bleed_minutes" integer;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "air_c" numeric(10, 6);--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "licensed" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "bank" integer;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "zero_school" text;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "found_turns" numeric(10, 6);--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "apart_turns" numeric(10, 6);--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "length_mm" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "from_mm" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "celsius" numeric(10, 6);--> statement-breakpoint
ALTER TABLE "state_readings" ADD CONSTRAINT "state_readings_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "state_readings" ADD CONSTRAINT "state_readings_valve" FOREIGN KEY ("job_id","valve") REFERENCES "public"."job_valves"("job_id","valve") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "state_readings" ADD CONSTRAINT "state_readings_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_bleed" CHECK ("shops"."bleed_minutes" between 1 and 240 and "shops"."bleed_cold_minutes" between 1 and 240);--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_work" CHECK ("jobs"."work" in ('lash', 'preload', 'dry-gap') and ("jobs"."work" = 'preload') = ("jobs"."mm_per_turn" is not null) and ("jobs"."work" = 'preload') = ("jobs"."preload" is not null));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_bleed" CHECK ("jobs"."bleed_minutes" is null or ("jobs"."work" = 'preload' and "jobs"."bleed_minutes" between 1 and 240));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_mm_per_turn" CHECK ("jobs"."mm_per_turn" > 0);--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_fixed" CHECK ("jobs"."fixed" is null or "jobs"."work" = 'dry-gap');--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_offset" CHECK ("jobs"."heat_offset" is null or ("jobs"."work" = 'lash' and "jobs"."heat_offset"->>'specState' <> "jobs"."state"));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_air" CHECK ("jobs"."air_c" between -60 and 60);--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_licensed" CHECK (length(trim("jobs"."licensed")) between 1 and 120);--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_bank" CHECK ("jobs"."bank" between 0 and 3);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_zeroed" CHECK (("entries"."kind" = 'zeroed') = ("entries"."zero_school" is not null) and ("entries"."zero_school" is null or "entries"."zero_school" in ('up-down', 'spin')) and ("entries"."kind" = 'zeroed' or ("entries"."found_turns" is null and "entries"."apart_turns" is null)));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_zero_turns" CHECK ("entries"."found_turns" between 0 and 20 and "entries"."apart_turns" between -5 and 5);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_fitted" CHECK (("entries"."kind" = 'fitted') = ("entries"."length_mm" is not null) and "entries"."length_mm" > 0 and ("entries"."from_mm" is null or ("entries"."kind" = 'fitted' and "entries"."from_mm" > 0)));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_warmth" CHECK (("entries"."kind" = 'warmth') = ("entries"."celsius" is not null) and "entries"."celsius" between -60 and 250);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_kind" CHECK ("entries"."kind" in ('arrived', 'reading', 'set', 'left', 'withdrawn', 'closed', 'locked', 'reopened', 'barred', 'tightened', 'answered', 'checked', 'paused', 'signed', 'zeroed', 'fitted', 'ordered', 'bled', 'warmth'));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_of_valve" CHECK (("entries"."kind" in ('reading', 'set', 'locked', 'left', 'reopened', 'zeroed', 'fitted')) = ("entries"."valve" is not null));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_school" CHECK ("entries"."school" is null or ("entries"."school" in ('go-no-go', 'drag', 'overshoot', 'gauge', 'wire') and "entries"."kind" = 'reading'));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_subject" CHECK (("entries"."kind" in ('tightened', 'answered', 'checked', 'ordered')) = ("entries"."subject" is not null) and ("entries"."kind" <> 'checked' or "entries"."subject" in ('recheck', 'locks', 'cleared', 'drive', 'started')));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_said_why" CHECK ("entries"."kind" not in ('paused', 'answered', 'reopened', 'bled') or "entries"."reason" is not null);--> statement-breakpoint
CREATE TRIGGER state_readings_append_only BEFORE UPDATE OR DELETE ON state_readings FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- The view names its columns once: with the new ones it is made anew.
CREATE OR REPLACE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind <> 'withdrawn' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id);
--> statement-breakpoint
-- A cold lash under 0.05 mm would hold a valve open: no job is opened on one. Positive-closing gear has no such gap.
CREATE FUNCTION guard_cold_lash() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.nominal_mm < 0.05 - 1e-6 AND EXISTS (
      SELECT 1 FROM jobs j WHERE j.id = NEW.job_id AND j.work = 'lash' AND j.state = 'cold'
        AND coalesce(j.engine_file->'adjuster'->>'kind', '') <> 'positive-closing') THEN
    RAISE EXCEPTION 'a cold lash of % mm would hold valve % open', NEW.nominal_mm, NEW.valve USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER job_valves_cold_lash BEFORE INSERT ON job_valves FOR EACH ROW EXECUTE FUNCTION guard_cold_lash();
--> statement-breakpoint
-- A pair is a finished lash job's valve, read in the other state than the job's.
CREATE FUNCTION guard_state_reading() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT 1 FROM jobs j WHERE j.id = NEW.job_id AND j.work = 'lash' AND j.state <> NEW.state)
      OR NOT EXISTS (SELECT 1 FROM entries e WHERE e.job_id = NEW.job_id AND e.kind = 'closed') THEN
    RAISE EXCEPTION 'a reading in the other state belongs to a closed lash job' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER state_readings_guard BEFORE INSERT ON state_readings FOR EACH ROW EXECUTE FUNCTION guard_state_reading();
--> statement-breakpoint
-- A preload is left on the turn or the wires that made it, in its window or with a reason.
CREATE FUNCTION guard_preload_left(entry entries, per_turn numeric) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  last entries;
  band job_valves;
  zero_seq integer;
  depth numeric;
BEGIN
  SELECT * INTO last FROM live_entries e WHERE e.job_id = entry.job_id AND e.valve = entry.valve ORDER BY e.seq DESC LIMIT 1;
  IF last.id IS DISTINCT FROM entry.reading_id OR last.kind NOT IN ('set', 'locked', 'reading') THEN
    RAISE EXCEPTION 'a lifter is left on what set it last only' USING ERRCODE = 'restrict_violation';
  END IF;
  IF (last.kind = 'set' AND NOT coalesce(last.locked, true)) OR (last.kind = 'reading' AND last.pass = 'set') THEN
    RAISE EXCEPTION 'the lock of valve % is loose', entry.valve USING ERRCODE = 'restrict_violation';
  END IF;
  IF entry.reason IS NOT NULL THEN
    RETURN;
  END IF;
  SELECT * INTO band FROM job_valves v WHERE v.job_id = entry.job_id AND v.valve = entry.valve;
  IF last.kind = 'reading' THEN
    IF last.goes_mm < band.low_mm - 1e-6 OR last.no_go_mm > band.high_mm + 1e-6 THEN
      RAISE EXCEPTION 'the plunger of valve % is outside its window: a reason is needed', entry.valve USING ERRCODE = 'restrict_violation';
    END IF;
    RETURN;
  END IF;
  SELECT max(e.seq) INTO zero_seq FROM live_entries e
    WHERE e.job_id = entry.job_id AND e.valve = entry.valve AND e.kind = 'zeroed' AND e.apart_turns IS NULL;
  SELECT sum(e.turns) * per_turn INTO depth FROM live_entries e
    WHERE e.job_id = entry.job_id AND e.valve = entry.valve AND e.kind = 'set' AND e.seq > zero_seq;
  -- Turns are kept to a millionth, and so is the travel of one.
  IF depth IS NULL OR depth < band.low_mm - 1e-4 OR depth > band.high_mm + 1e-4 THEN
    RAISE EXCEPTION 'the plunger of valve % is outside its window: a reason is needed', entry.valve USING ERRCODE = 'restrict_violation';
  END IF;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION guard_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  job jobs;
  reading entries;
  band job_valves;
  closer uuid;
BEGIN
  SELECT * INTO job FROM jobs j WHERE j.id = NEW.job_id;
  SELECT e.person_id INTO closer FROM entries e WHERE e.job_id = NEW.job_id AND e.kind = 'closed';
  IF NEW.kind = 'signed' THEN
    IF closer IS NULL THEN
      RAISE EXCEPTION 'a job is closed before it is signed' USING ERRCODE = 'restrict_violation';
    ELSIF closer = NEW.person_id THEN
      RAISE EXCEPTION 'whoever closed the job can''t sign it' USING ERRCODE = 'restrict_violation';
    END IF;
  ELSIF closer IS NOT NULL THEN
    RAISE EXCEPTION 'the job is closed' USING ERRCODE = 'restrict_violation';
  END IF;
  IF (NEW.kind = 'zeroed' AND job.work <> 'preload') OR (NEW.kind IN ('fitted', 'ordered') AND job.work <> 'dry-gap') OR (NEW.kind IN ('set', 'locked') AND job.work = 'dry-gap')
      OR (NEW.kind = 'reading' AND (job.work = 'preload') <> (coalesce(NEW.school, '') = 'wire')) THEN
    RAISE EXCEPTION '% has no place in a job of %', NEW.kind, job.work USING ERRCODE = 'restrict_violation';
  END IF;
  -- The crank stays where it is until squeezed lifters have bled down. Two seconds for clocks that differ.
  IF NEW.kind IN ('arrived', 'barred') AND job.bleed_minutes IS NOT NULL
      AND (NEW.kind = 'barred' OR NEW.stop IS DISTINCT FROM (
        SELECT e.stop FROM live_entries e WHERE e.job_id = NEW.job_id AND e.kind = 'arrived' ORDER BY e.seq DESC LIMIT 1))
      AND EXISTS (SELECT 1 FROM live_entries e WHERE e.job_id = NEW.job_id AND e.kind = 'set' AND e.turns > 0
        AND e.at > NEW.at - make_interval(mins => job.bleed_minutes) + interval '2 seconds'
        AND NOT EXISTS (SELECT 1 FROM live_entries b WHERE b.job_id = NEW.job_id AND b.kind = 'bled' AND b.seq > e.seq)) THEN
    RAISE EXCEPTION 'squeezed lifters have not bled down: the crank stays where it is' USING ERRCODE = 'restrict_violation';
  END IF;
  IF NEW.kind = 'left' AND job.work = 'preload' THEN
    PERFORM guard_preload_left(NEW, job.mm_per_turn);
  ELSIF NEW.kind = 'left' THEN
    SELECT * INTO reading FROM live_entries e
      WHERE e.job_id = NEW.job_id AND e.valve = NEW.valve ORDER BY e.seq DESC LIMIT 1;
    IF reading.id IS DISTINCT FROM NEW.reading_id OR reading.kind <> 'reading' THEN
      RAISE EXCEPTION 'a valve is left on its last reading only' USING ERRCODE = 'restrict_violation';
    END IF;
    IF reading.pass = 'set' THEN
      RAISE EXCEPTION 'the lock of valve % is loose', NEW.valve USING ERRCODE = 'restrict_violation';
    END IF;
    SELECT * INTO band FROM job_valves v WHERE v.job_id = NEW.job_id AND v.valve = NEW.valve;
    IF NEW.reason IS NULL AND (reading.goes_mm < band.low_mm - 1e-6 OR reading.no_go_mm > band.high_mm + 1e-6
        OR (reading.goes_mm = 0 AND band.low_mm > 0)) THEN
      RAISE EXCEPTION 'valve % is outside its band: a reason is needed', NEW.valve USING ERRCODE = 'restrict_violation';
    END IF;
  END IF;
  IF NEW.kind = 'closed' AND EXISTS (SELECT 1 FROM open_valves(NEW.job_id)) THEN
    RAISE EXCEPTION 'valves without an as-left: %', (SELECT string_agg(v, ', ') FROM open_valves(NEW.job_id) v) USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
