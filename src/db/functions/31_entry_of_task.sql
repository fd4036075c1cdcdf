-- Entries that not every job has, have a place in some kinds of work only; wires are held where wires are read.
CREATE OR REPLACE FUNCTION guard_entry_of_task() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  work task_kinds;
BEGIN
  SELECT k.* INTO work FROM jobs j JOIN task_kinds k ON k.kind = j.task WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id;
  IF (EXISTS (SELECT 1 FROM task_entries t WHERE t.kind = NEW.kind)
        AND NOT EXISTS (SELECT 1 FROM task_entries t WHERE t.kind = NEW.kind AND t.task = work.kind))
      OR (NEW.kind = 'reading' AND work.reads_wires <> (coalesce(NEW.school, '') = 'wire')) THEN
    RAISE EXCEPTION '% has no place in a job of %', NEW.kind, work.kind USING ERRCODE = 'FL005';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_of_task BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION guard_entry_of_task();
