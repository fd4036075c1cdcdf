-- A closer is left when it was found right, or with a reason.
CREATE OR REPLACE FUNCTION guard_left_closer() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  felt text;
BEGIN
  IF NOT EXISTS (SELECT 1 FROM jobs j JOIN task_entries t ON t.task = j.task WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id AND t.kind = 'closer-felt') THEN
    RETURN NEW;
  END IF;
  SELECT e.felt INTO felt FROM live_entries e
    WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.valve = NEW.valve AND e.kind IN ('closer-felt', 'fitted') ORDER BY e.seq DESC LIMIT 1;
  IF felt IS NULL OR felt NOT IN ('free', 'hint') THEN
    RAISE EXCEPTION 'the closer of valve % was not found right: a reason is needed', NEW.valve USING ERRCODE = 'FL011';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_left_closer BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'left' AND NEW.reason IS NULL) EXECUTE FUNCTION guard_left_closer();
