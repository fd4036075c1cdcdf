-- A job on lifters may be begun with turns that the levers put outside the window (its plan says so). Until wires at one
-- of them prove the turns, no other lifter is turned in and the crank stays.
CREATE OR REPLACE FUNCTION unproven_lifter(shop uuid, job uuid, per_turn numeric, target numeric) RETURNS text LANGUAGE sql STABLE AS $$
  WITH since AS (
    SELECT z.valve, max(z.seq) AS zero_seq FROM live_entries z
      WHERE z.shop_id = shop AND z.job_id = job AND z.kind = 'zeroed' AND z.apart_turns IS NULL GROUP BY z.valve
  ), stands AS (
    SELECT s.valve, v.low_mm, v.high_mm, sum(e.turns) AS turns,
      (SELECT (w.goes_mm >= v.low_mm - 1e-9 AND w.no_go_mm <= v.high_mm + 1e-9) FROM live_entries w
        WHERE w.shop_id = shop AND w.job_id = job AND w.valve = s.valve AND w.kind = 'reading' AND w.school = 'wire' AND w.seq > max(e.seq)
        ORDER BY w.seq DESC LIMIT 1) AS wires_in
    FROM since s JOIN job_valves v ON v.shop_id = shop AND v.job_id = job AND v.valve = s.valve
    JOIN live_entries e ON e.shop_id = shop AND e.job_id = job AND e.valve = s.valve AND e.kind = 'set' AND e.seq > s.zero_seq
    GROUP BY s.valve, v.low_mm, v.high_mm
  )
  SELECT valve FROM stands
    WHERE turns > 0 AND NOT coalesce(wires_in, turns * per_turn BETWEEN low_mm - 1e-4 AND high_mm + 1e-4)
      AND NOT EXISTS (SELECT 1 FROM stands p WHERE p.wires_in AND abs(p.turns - target) < 1e-6)
    LIMIT 1;
$$;

CREATE OR REPLACE FUNCTION guard_unproven_lifter() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  per_turn numeric;
  target numeric;
  first text;
BEGIN
  SELECT j.mm_per_turn, (j.plan ->> 'targetTurns')::numeric INTO per_turn, target FROM jobs j
    WHERE j.shop_id = NEW.shop_id AND j.id = NEW.job_id AND (j.plan ->> 'provenByWires')::boolean;
  IF NOT FOUND THEN
    RETURN NEW;
  END IF;
  first := unproven_lifter(NEW.shop_id, NEW.job_id, per_turn, target);
  -- The crank may be said to stand where it stands; the first lifter itself may be set anew.
  IF first IS NOT NULL AND first IS DISTINCT FROM NEW.valve AND NOT (NEW.kind = 'arrived' AND NEW.stop IS NOT DISTINCT FROM
      (SELECT e.stop FROM live_entries e WHERE e.shop_id = NEW.shop_id AND e.job_id = NEW.job_id AND e.kind IN ('arrived', 'crank-found') ORDER BY e.seq DESC LIMIT 1)) THEN
    RAISE EXCEPTION 'wires at valve % come first', first USING ERRCODE = 'FL023';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_unproven_lifter BEFORE INSERT ON entries FOR EACH ROW WHEN (NEW.kind IN ('arrived', 'turned-over', 'set')) EXECUTE FUNCTION guard_unproven_lifter();
