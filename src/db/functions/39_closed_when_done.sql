-- A job is closed when every valve was left, a build check when no line is open.
CREATE OR REPLACE FUNCTION guard_closing() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  open text;
BEGIN
  SELECT string_agg(v, ', ') INTO open
    FROM (SELECT open_valves(NEW.shop_id, NEW.job_id) UNION ALL SELECT open_lines(NEW.shop_id, NEW.job_id)) o (v);
  IF open IS NOT NULL THEN
    RAISE EXCEPTION 'not done: %', open USING ERRCODE = 'FL012';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_closing BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'closed') EXECUTE FUNCTION guard_closing();
