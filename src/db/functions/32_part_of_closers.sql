-- A part is an opener or a closer where closers are felt, and neither on all other gear.
CREATE OR REPLACE FUNCTION guard_fitted_part() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF (NEW.part IS NULL) = EXISTS (
      SELECT 1 FROM jobs j JOIN task_entries t ON t.task = j.task WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id AND t.kind = 'closer-felt') THEN
    RAISE EXCEPTION 'an opener or a closer is fitted where a valve has both' USING ERRCODE = 'FL005';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_fitted_part BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'fitted') EXECUTE FUNCTION guard_fitted_part();
