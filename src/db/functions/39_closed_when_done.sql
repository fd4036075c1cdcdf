-- A job is closed when every valve was left.
CREATE OR REPLACE FUNCTION guard_closing() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  open text;
BEGIN
  SELECT string_agg(v, ', ') INTO open FROM open_valves(NEW.shop_id, NEW.job_id) v;
  IF open IS NOT NULL THEN
    RAISE EXCEPTION 'valves without an as-left: %', open USING ERRCODE = 'FL012';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_closing BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'closed') EXECUTE FUNCTION guard_closing();
