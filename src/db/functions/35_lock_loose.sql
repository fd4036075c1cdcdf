-- Only a lock that is loose is tightened.
CREATE OR REPLACE FUNCTION guard_lock() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  last entries := last_at_valve(NEW.shop_id, NEW.job_id, NEW.valve);
BEGIN
  IF NOT coalesce((last.kind = 'set' AND NOT coalesce(last.locked, true)) OR (last.kind = 'reading' AND last.pass = 'set'), false) THEN
    RAISE EXCEPTION 'the lock of valve % is not loose', NEW.valve USING ERRCODE = 'FL014';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_lock BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'locked') EXECUTE FUNCTION guard_lock();
