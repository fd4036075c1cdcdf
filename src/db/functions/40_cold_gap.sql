-- A cold lash under 0.05 mm would hold a valve open: no job is opened on one, where the work keeps a cold gap.
CREATE OR REPLACE FUNCTION guard_cold_gap() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM jobs j JOIN task_kinds k ON k.kind = j.task WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id AND k.keeps_cold_gap AND j.state = 'cold') THEN
    RAISE EXCEPTION 'a cold lash of % mm would hold valve % open', NEW.nominal_mm, NEW.valve USING ERRCODE = 'FL013';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER job_valves_cold_gap BEFORE INSERT ON job_valves FOR EACH ROW WHEN (NEW.nominal_mm < 0.05 - 1e-6) EXECUTE FUNCTION guard_cold_gap();
