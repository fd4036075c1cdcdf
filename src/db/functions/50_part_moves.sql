-- What is in stock is the sum of its moves. Whoever takes of a part does so alone, so that two can't take the last one;
-- what is added needs no such lock. No part lies there in numbers that nobody has.
CREATE OR REPLACE FUNCTION guard_part_move() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  there bigint;
BEGIN
  IF NEW.change < 0 THEN
    PERFORM pg_advisory_xact_lock(hashtextextended(NEW.part_id::text, 1));
  END IF;
  SELECT coalesce(sum(m.change), 0) INTO there FROM part_moves m WHERE m.shop_id = NEW.shop_id AND m.part_id = NEW.part_id;
  IF there + NEW.change < 0 THEN
    RAISE EXCEPTION 'only % of this part are there', there USING ERRCODE = 'FL020', DETAIL = there::text;
  ELSIF NEW.change > 0 AND there + NEW.change > 1000000 THEN
    RAISE EXCEPTION 'more than a million of one part' USING ERRCODE = 'FL022', DETAIL = there::text;
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER part_moves_guard BEFORE INSERT ON part_moves FOR EACH ROW EXECUTE FUNCTION guard_part_move();
