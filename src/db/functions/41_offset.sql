-- A reading is judged through an offset only where gaps may be read in either state.
CREATE OR REPLACE FUNCTION guard_offset() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT 1 FROM task_kinds k WHERE k.kind = NEW.task AND k.either_state) THEN
    RAISE EXCEPTION 'a job of % knows no offset', NEW.task USING ERRCODE = 'FL015';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER jobs_offset BEFORE INSERT ON jobs FOR EACH ROW WHEN (NEW.heat_offset IS NOT NULL) EXECUTE FUNCTION guard_offset();
