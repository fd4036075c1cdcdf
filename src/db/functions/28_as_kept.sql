-- The database says in which place and when an entry was taken, and who made it by name: the app can't. Nothing is made
-- after it was taken, or before its job was opened.
CREATE OR REPLACE FUNCTION set_as_kept() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_user = 'fulcrata_app' THEN
    NEW.at := clock_timestamp();
    NEW.seq := (SELECT coalesce(max(e.seq), 0) + 1 FROM entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id);
    NEW.person_name := '';
  END IF;
  IF NEW.person_name = '' THEN
    NEW.person_name := coalesce((SELECT p.name FROM people p WHERE p.shop_id = NEW.shop_id AND p.id = NEW.person_id), '');
  END IF;
  NEW.made_at := least(NEW.made_at, NEW.at);
  NEW.made_at := greatest(NEW.made_at, least(NEW.at, (SELECT j.opened_at FROM jobs j WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id)));
  RETURN NEW;
END $$;

-- The first of all rules: those after it go by place and time.
CREATE OR REPLACE TRIGGER entries_aa_as_kept BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION set_as_kept();

-- Who and when, of what else is only added to.
CREATE OR REPLACE FUNCTION set_who() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.person_name := coalesce((SELECT p.name FROM people p WHERE p.shop_id = NEW.shop_id AND p.id = NEW.person_id), '');
  IF current_user = 'fulcrata_app' THEN
    NEW.at := clock_timestamp();
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER refused_batches_who BEFORE INSERT ON refused_batches FOR EACH ROW EXECUTE FUNCTION set_who();
CREATE OR REPLACE TRIGGER refused_dealt_who BEFORE INSERT ON refused_dealt FOR EACH ROW EXECUTE FUNCTION set_who();

CREATE OR REPLACE FUNCTION set_opener() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.opened_by_name := coalesce((SELECT p.name FROM people p WHERE p.shop_id = NEW.shop_id AND p.id = NEW.opened_by), '');
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER jobs_opener BEFORE INSERT ON jobs FOR EACH ROW EXECUTE FUNCTION set_opener();
