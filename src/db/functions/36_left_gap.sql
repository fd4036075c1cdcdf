-- A gap is left on its last reading, its lock tight, in its band or with a reason.
CREATE OR REPLACE FUNCTION guard_left_gap() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  reading entries := last_at_valve(NEW.shop_id, NEW.job_id, NEW.valve);
  band job_valves;
BEGIN
  IF NOT (SELECT k.judges_readings FROM jobs j JOIN task_kinds k ON k.kind = j.task WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id) THEN
    RETURN NEW;
  END IF;
  IF reading.id IS DISTINCT FROM NEW.reading_id OR reading.kind <> 'reading' THEN
    RAISE EXCEPTION 'a valve is left on its last reading only' USING ERRCODE = 'FL008';
  END IF;
  IF reading.pass = 'set' THEN
    RAISE EXCEPTION 'the lock of valve % is loose', NEW.valve USING ERRCODE = 'FL009';
  END IF;
  SELECT * INTO band FROM job_valves v WHERE v.shop_id = NEW.shop_id AND v.job_id = NEW.job_id AND v.valve = NEW.valve;
  IF NEW.reason IS NULL AND (reading.goes_mm < band.low_mm - 1e-6 OR reading.no_go_mm > band.high_mm + 1e-6
      OR (reading.goes_mm = 0 AND band.low_mm > 0)) THEN
    RAISE EXCEPTION 'valve % is outside its band: a reason is needed', NEW.valve USING ERRCODE = 'FL010';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_left_gap BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'left') EXECUTE FUNCTION guard_left_gap();
