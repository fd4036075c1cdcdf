-- Nothing comes after closing but one signature, and that by another person than whoever closed; after calling off nothing
-- at all.
CREATE OR REPLACE FUNCTION guard_after_closing() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  closer uuid;
BEGIN
  IF EXISTS (SELECT 1 FROM entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'called-off') THEN
    RAISE EXCEPTION 'the job was called off' USING ERRCODE = 'FL002';
  END IF;
  SELECT e.person_id INTO closer FROM entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'closed';
  IF NEW.kind <> 'signed' AND closer IS NOT NULL THEN
    RAISE EXCEPTION 'the job is closed' USING ERRCODE = 'FL002';
  ELSIF NEW.kind = 'signed' AND closer IS NULL THEN
    RAISE EXCEPTION 'a job is closed before it is signed' USING ERRCODE = 'FL003';
  ELSIF NEW.kind = 'signed' AND closer = NEW.person_id THEN
    RAISE EXCEPTION 'whoever closed the job can''t sign it' USING ERRCODE = 'FL004';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_after_closing BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION guard_after_closing();
