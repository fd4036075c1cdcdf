-- A reading in the other state is that of a valve that a lash job has left as it is now.
CREATE OR REPLACE FUNCTION guard_state_reading() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT 1 FROM jobs j JOIN task_kinds k ON k.kind = j.task WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id AND k.either_state AND j.state <> NEW.state)
      OR EXISTS (SELECT 1 FROM entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'called-off')
      OR coalesce((last_at_valve(NEW.shop_id, NEW.job_id, NEW.valve)).kind, '') <> 'left' THEN
    RAISE EXCEPTION 'a reading in the other state is of a valve that a lash job has left' USING ERRCODE = 'FL016';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER state_readings_guard BEFORE INSERT ON state_readings FOR EACH ROW EXECUTE FUNCTION guard_state_reading();
