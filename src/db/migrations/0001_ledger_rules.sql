-- The ledger and what it rests on are append-only, for every role.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only: add an entry that supersedes the old one', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER entries_append_only BEFORE UPDATE OR DELETE ON entries FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER entries_no_truncate BEFORE TRUNCATE ON entries FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER jobs_append_only BEFORE UPDATE OR DELETE ON jobs FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER job_valves_append_only BEFORE UPDATE OR DELETE ON job_valves FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- Entries that still stand: neither superseded nor withdrawals themselves.
CREATE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind <> 'withdrawn' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id);
--> statement-breakpoint
-- A valve is done when its last live entry says so.
CREATE FUNCTION open_valves(job uuid) RETURNS SETOF text LANGUAGE sql STABLE AS $$
  SELECT v.valve FROM job_valves v
  WHERE v.job_id = job AND coalesce((
    SELECT e.kind FROM live_entries e
    WHERE e.job_id = job AND e.valve = v.valve ORDER BY e.seq DESC LIMIT 1), 'unread') <> 'left'
  ORDER BY v.position
$$;
--> statement-breakpoint
CREATE FUNCTION guard_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  reading entries;
  band job_valves;
BEGIN
  IF EXISTS (SELECT 1 FROM entries e WHERE e.job_id = NEW.job_id AND e.kind = 'closed') THEN
    RAISE EXCEPTION 'the job is closed' USING ERRCODE = 'restrict_violation';
  END IF;
  IF NEW.kind = 'left' THEN
    SELECT * INTO reading FROM live_entries e
      WHERE e.job_id = NEW.job_id AND e.valve = NEW.valve ORDER BY e.seq DESC LIMIT 1;
    IF reading.id IS DISTINCT FROM NEW.reading_id OR reading.kind <> 'reading' THEN
      RAISE EXCEPTION 'a valve is left on its last reading only' USING ERRCODE = 'restrict_violation';
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
--> statement-breakpoint
CREATE TRIGGER entries_guard BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION guard_ledger();
