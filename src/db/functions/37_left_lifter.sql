-- A lifter is left on the turn or the wires that set it, its lock tight, in its window or with a reason.
CREATE OR REPLACE FUNCTION guard_left_lifter() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  per_turn numeric;
  last entries;
  band job_valves;
  zero_seq integer;
  depth_lo numeric;
  depth_hi numeric;
BEGIN
  SELECT j.mm_per_turn INTO per_turn FROM jobs j WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id;
  IF per_turn IS NULL THEN
    RETURN NEW;
  END IF;
  SELECT * INTO last FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.valve = NEW.valve ORDER BY e.seq DESC LIMIT 1;
  IF last.id IS DISTINCT FROM NEW.reading_id OR last.kind NOT IN ('set', 'locked', 'reading') THEN
    RAISE EXCEPTION 'a lifter is left on what set it last only' USING ERRCODE = 'FL008';
  END IF;
  IF (last.kind = 'set' AND NOT coalesce(last.locked, true)) OR (last.kind = 'reading' AND last.pass = 'set') THEN
    RAISE EXCEPTION 'the lock of valve % is loose', NEW.valve USING ERRCODE = 'FL009';
  END IF;
  SELECT * INTO band FROM job_valves v WHERE v.shop_id = NEW.shop_id AND v.job_id = NEW.job_id AND v.valve = NEW.valve;
  IF last.kind = 'reading' THEN
    depth_lo := last.goes_mm;
    depth_hi := last.no_go_mm;
  ELSE
    SELECT max(e.seq) INTO zero_seq FROM live_entries e
      WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.valve = NEW.valve AND e.kind = 'zeroed' AND e.apart_turns IS NULL;
    SELECT sum(e.turns) * per_turn INTO depth_lo FROM live_entries e
      WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.valve = NEW.valve AND e.kind = 'set' AND e.seq > zero_seq;
    depth_hi := depth_lo;
  END IF;
  -- Turns are kept to a millionth, and so is the travel of one.
  IF NEW.reason IS NULL AND (depth_lo IS NULL OR depth_lo < band.low_mm - 1e-4 OR depth_hi > band.high_mm + 1e-4) THEN
    RAISE EXCEPTION 'the plunger of valve % is outside its window: a reason is needed', NEW.valve USING ERRCODE = 'FL010';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_left_lifter BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind = 'left') EXECUTE FUNCTION guard_left_lifter();
