ALTER TABLE "entries" DROP CONSTRAINT "entries_kind";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_of_valve";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_reading_whole";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_subject";--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "closing" json;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "part" text;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "felt" text;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "count" integer;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "turned" boolean;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_closing" CHECK ("jobs"."closing" is null or ("jobs"."work" = 'lash' and "jobs"."shims" is null));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_part" CHECK ("entries"."part" is null or ("entries"."kind" = 'fitted' and "entries"."part" in ('opener', 'closer')));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_felt" CHECK (("entries"."kind" = 'tried') = ("entries"."felt" is not null) and ("entries"."felt" is null or "entries"."felt" in ('drag', 'hint', 'free', 'movement')));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_count" CHECK (("entries"."kind" = 'plugged') = ("entries"."count" is not null) and "entries"."count" between 0 and 99);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_turned" CHECK (("entries"."kind" = 'bridged') = ("entries"."turned" is not null));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_kind" CHECK ("entries"."kind" in ('arrived', 'reading', 'set', 'left', 'withdrawn', 'closed', 'locked', 'reopened', 'barred', 'tightened', 'answered', 'checked', 'paused', 'signed', 'zeroed', 'fitted', 'ordered', 'bled', 'warmth', 'loaded', 'tried', 'plugged', 'bridged'));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_of_valve" CHECK (("entries"."kind" in ('reading', 'set', 'locked', 'left', 'reopened', 'zeroed', 'fitted', 'loaded', 'tried', 'bridged')) = ("entries"."valve" is not null));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_reading_whole" CHECK (("entries"."kind" in ('reading', 'loaded')) = ("entries"."goes_mm" is not null) and ("entries"."kind" in ('reading', 'loaded')) = ("entries"."no_go_mm" is not null) and ("entries"."kind" = 'reading') = ("entries"."pass" is not null) and ("entries"."kind" not in ('reading', 'loaded') or ("entries"."stop" is not null and "entries"."goes_text" is not null and "entries"."no_go_text" is not null)));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_subject" CHECK (("entries"."kind" in ('tightened', 'answered', 'checked', 'ordered', 'plugged')) = ("entries"."subject" is not null) and ("entries"."kind" <> 'checked' or "entries"."subject" in ('recheck', 'plugs', 'locks', 'cleared', 'drive', 'started')));
--> statement-breakpoint
-- The view names its columns once: with the new ones it is made anew.
CREATE OR REPLACE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind <> 'withdrawn' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id);
--> statement-breakpoint
-- The last thing that changed a valve: what was only felt leaves its reading as it is.
CREATE FUNCTION last_at_valve(job uuid, at_valve text) RETURNS entries LANGUAGE sql STABLE AS $$
  SELECT e.* FROM entries e
  WHERE e.job_id = job AND e.valve = at_valve AND e.kind <> 'withdrawn' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id)
    AND e.kind NOT IN ('loaded', 'tried') AND NOT (e.kind = 'bridged' AND NOT e.turned)
  ORDER BY e.seq DESC LIMIT 1
$$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION open_valves(job uuid) RETURNS SETOF text LANGUAGE sql STABLE AS $$
  SELECT v.valve FROM job_valves v
  WHERE v.job_id = job AND coalesce((last_at_valve(job, v.valve)).kind, 'unread') <> 'left'
  ORDER BY v.position
$$;
--> statement-breakpoint
-- As before, and what belongs to positively closed valves and to grinding.
CREATE OR REPLACE FUNCTION guard_entry_place(entry entries, job jobs) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  IF (entry.kind = 'zeroed' AND job.work <> 'preload')
      OR (entry.kind = 'ordered' AND job.work <> 'dry-gap' AND job.shims IS NULL AND job.closing IS NULL)
      OR (entry.kind = 'fitted' AND job.work <> 'dry-gap' AND job.shims IS NULL AND job.closing IS NULL)
      OR (entry.kind = 'fitted' AND (job.closing IS NULL) <> (entry.part IS NULL))
      OR (entry.kind IN ('loaded', 'tried', 'plugged') AND job.closing IS NULL)
      OR (entry.kind IN ('set', 'locked') AND (job.work = 'dry-gap' OR job.closing IS NOT NULL))
      OR (entry.kind = 'reading' AND (job.work = 'preload') <> (coalesce(entry.school, '') = 'wire')) THEN
    RAISE EXCEPTION '% has no place in a job of %', entry.kind, job.work USING ERRCODE = 'restrict_violation';
  END IF;
END $$;
--> statement-breakpoint
-- A gap is left on its last reading, in its band or with a reason; a closer is left when it was found right.
CREATE FUNCTION guard_lash_left(entry entries, job jobs) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  reading entries := last_at_valve(entry.job_id, entry.valve);
  band job_valves;
  felt text;
BEGIN
  IF reading.id IS DISTINCT FROM entry.reading_id OR reading.kind <> 'reading' THEN
    RAISE EXCEPTION 'a valve is left on its last reading only' USING ERRCODE = 'restrict_violation';
  END IF;
  IF reading.pass = 'set' THEN
    RAISE EXCEPTION 'the lock of valve % is loose', entry.valve USING ERRCODE = 'restrict_violation';
  END IF;
  IF entry.reason IS NOT NULL THEN
    RETURN;
  END IF;
  SELECT * INTO band FROM job_valves v WHERE v.job_id = entry.job_id AND v.valve = entry.valve;
  IF reading.goes_mm < band.low_mm - 1e-6 OR reading.no_go_mm > band.high_mm + 1e-6 OR (reading.goes_mm = 0 AND band.low_mm > 0) THEN
    RAISE EXCEPTION 'valve % is outside its band: a reason is needed', entry.valve USING ERRCODE = 'restrict_violation';
  END IF;
  IF job.closing IS NOT NULL THEN
    SELECT e.felt INTO felt FROM live_entries e
      WHERE e.job_id = entry.job_id AND e.valve = entry.valve AND e.kind IN ('tried', 'fitted') ORDER BY e.seq DESC LIMIT 1;
    IF felt IS NULL OR felt NOT IN ('free', 'hint') THEN
      RAISE EXCEPTION 'the closer of valve % was not found right: a reason is needed', entry.valve USING ERRCODE = 'restrict_violation';
    END IF;
  END IF;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION guard_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  job jobs;
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
  PERFORM guard_entry_place(NEW, job);
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
    PERFORM guard_lash_left(NEW, job);
  END IF;
  IF NEW.kind = 'closed' AND EXISTS (SELECT 1 FROM open_valves(NEW.job_id)) THEN
    RAISE EXCEPTION 'valves without an as-left: %', (SELECT string_agg(v, ', ') FROM open_valves(NEW.job_id) v) USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
