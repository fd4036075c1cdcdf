ALTER TABLE "jobs" ADD COLUMN "shims" json;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "part_from" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shims" CHECK ("jobs"."shims" is null or "jobs"."work" = 'lash');--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_part_from" CHECK ("entries"."part_from" is null or ("entries"."kind" = 'fitted' and length("entries"."part_from") between 1 and 80));
--> statement-breakpoint
-- The view names its columns once: with the new one it is made anew.
CREATE OR REPLACE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind <> 'withdrawn' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id);
--> statement-breakpoint
-- As before, and parts are fitted where they are kept in drawers.
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
  IF (NEW.kind = 'zeroed' AND job.work <> 'preload') OR (NEW.kind = 'ordered' AND job.work <> 'dry-gap') OR (NEW.kind = 'fitted' AND job.work <> 'dry-gap' AND job.shims IS NULL) OR (NEW.kind IN ('set', 'locked') AND job.work = 'dry-gap')
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
