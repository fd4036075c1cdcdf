-- A line of a build check is done when it was called not here, or gone over as often as it asks.
CREATE OR REPLACE FUNCTION open_lines(shop uuid, job uuid) RETURNS SETOF text LANGUAGE sql STABLE AS $$
  SELECT l ->> 'id' FROM jobs j, jsonb_array_elements(j.plan::jsonb -> 'lines') l
  WHERE j.shop_id = shop AND j.id = job AND j.task = 'build-check'
    AND NOT EXISTS (SELECT 1 FROM live_entries e WHERE e.shop_id = shop AND e.job_id = job AND e.kind = 'line-not-here' AND e.subject = l ->> 'id')
    AND (SELECT count(*) FROM live_entries e WHERE e.shop_id = shop AND e.job_id = job AND e.kind = 'line-ticked' AND e.subject = l ->> 'id') < (l ->> 'rounds')::integer
$$;

-- It is ticked once each round, after what comes before it, with what is measured there; and what is bolted down over
-- followers only where the crank stands so that all of them rest, or with a word of how where they never all do.
CREATE OR REPLACE FUNCTION guard_line() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  line jsonb;
  stops jsonb;
  margins jsonb;
  ticks integer;
BEGIN
  SELECT l, j.route::jsonb INTO line, stops FROM jobs j, jsonb_array_elements(j.plan::jsonb -> 'lines') l
    WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id AND l ->> 'id' = NEW.subject;
  SELECT count(*) INTO ticks FROM live_entries e
    WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'line-ticked' AND e.subject = NEW.subject;
  IF line IS NULL OR EXISTS (SELECT 1 FROM live_entries e
        WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind = 'line-not-here' AND e.subject = NEW.subject)
      OR (NEW.kind = 'line-not-here' AND ticks > 0)
      OR (NEW.kind = 'line-ticked' AND (NEW.count <> ticks + 1 OR ticks >= (line ->> 'rounds')::integer)) THEN
    RAISE EXCEPTION 'the line % is not open so', NEW.subject USING ERRCODE = 'FL033';
  END IF;
  IF NEW.kind = 'line-not-here' THEN
    RETURN NEW;
  END IF;
  IF EXISTS (SELECT 1 FROM jsonb_array_elements_text(line -> 'after') a WHERE a IN (SELECT open_lines(NEW.shop_id, NEW.job_id)))
      OR ((line -> 'reading' ->> 'needed')::boolean AND NEW.value_mm IS NULL) OR NEW.value_mm <= 0 THEN
    RAISE EXCEPTION 'the line % is not ready', NEW.subject USING ERRCODE = 'FL033';
  END IF;
  IF jsonb_array_length(line -> 'under') = 0 THEN
    RETURN NEW;
  END IF;
  SELECT s -> 'margins' INTO margins FROM jsonb_array_elements(stops) s WHERE s ->> 'letter' =
    (SELECT e.stop FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind IN ('arrived', 'crank-found') ORDER BY e.seq DESC LIMIT 1);
  IF (line ->> 'stop' IS NULL AND NEW.reason IS NULL)
      OR (line ->> 'stop' IS NOT NULL AND EXISTS (SELECT 1 FROM jsonb_array_elements_text(line -> 'under') v
        WHERE coalesce((margins ->> v)::numeric, -1) < 0)) THEN
    RAISE EXCEPTION 'a follower under % is lifted', NEW.subject USING ERRCODE = 'FL034';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_line BEFORE INSERT ON entries FOR EACH ROW
  WHEN (NEW.kind IN ('line-ticked', 'line-not-here')) EXECUTE FUNCTION guard_line();
