-- The crank stays where it is until squeezed lifters have bled down, or goes where the plan says that their pistons and
-- cams are out of the way. Two seconds for clocks that differ.
CREATE OR REPLACE FUNCTION guard_crank() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  minutes integer;
  goes_on jsonb;
  stands text;
BEGIN
  SELECT j.bleed_minutes, coalesce(j.plan -> 'goesOn', '{}') INTO minutes, goes_on FROM jobs j WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id;
  SELECT e.stop INTO stands FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind IN ('arrived', 'crank-found') ORDER BY e.seq DESC LIMIT 1;
  IF minutes IS NULL OR (NEW.kind = 'arrived' AND NEW.stop IS NOT DISTINCT FROM stands) THEN
    RETURN NEW;
  END IF;
  IF EXISTS (SELECT 1 FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'set' AND e.turns > 0
      AND e.at > NEW.at - make_interval(mins => minutes) + interval '2 seconds'
      -- Only ever on: a stop that was passed already is a whole cycle away.
      AND NOT coalesce(NEW.kind = 'arrived' AND (goes_on -> e.valve ->> (e.stop || '>' || NEW.stop))::numeric
        > CASE WHEN stands = e.stop THEN 0 ELSE (goes_on -> e.valve ->> (e.stop || '>' || stands))::numeric END, false)
      AND NOT EXISTS (SELECT 1 FROM live_entries b WHERE b.shop_id = NEW.shop_id AND b.job_id = NEW.job_id AND b.kind = 'bled-down' AND b.seq > e.seq)) THEN
    RAISE EXCEPTION 'squeezed lifters have not bled down: the crank stays where it is' USING ERRCODE = 'FL007';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_crank BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind IN ('arrived', 'turned-over')) EXECUTE FUNCTION guard_crank();
