-- A valve is left unread only where nothing was done at it, and a job is called off only while no part of the stock was
-- fitted in it and no lock is loose. Readings are carried over into an empty ledger only.
CREATE OR REPLACE FUNCTION guard_leaving_off() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.kind = 'skipped' AND EXISTS (SELECT 1 FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.valve = NEW.valve
      AND e.kind NOT IN ('skipped', 'reopened')) THEN
    RAISE EXCEPTION 'valve % was worked on already', NEW.valve USING ERRCODE = 'FL018';
  ELSIF NEW.kind = 'called-off' AND EXISTS (SELECT 1 FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'fitted'
      AND (e.part_from IS NOT NULL OR e.part IS NOT NULL)) THEN
    RAISE EXCEPTION 'parts were fitted in this job' USING ERRCODE = 'FL019';
  ELSIF NEW.kind = 'called-off' AND EXISTS (SELECT 1 FROM job_valves v, last_at_valve(NEW.shop_id, NEW.job_id, v.valve) l
      WHERE v.shop_id = NEW.shop_id AND v.job_id = NEW.job_id AND ((l.kind = 'set' AND NOT coalesce(l.locked, true)) OR (l.kind = 'reading' AND l.pass = 'set'))) THEN
    RAISE EXCEPTION 'a lock is loose' USING ERRCODE = 'FL009';
  ELSIF NEW.kind = 'carried' AND EXISTS (SELECT 1 FROM entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id) THEN
    RAISE EXCEPTION 'readings are carried over before anything else' USING ERRCODE = 'FL024';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_leaving_off BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind IN ('skipped', 'called-off', 'carried')) EXECUTE FUNCTION guard_leaving_off();
