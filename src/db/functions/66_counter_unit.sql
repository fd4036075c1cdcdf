-- In what an engine's counter counts stays so once it was looked at: what it showed would be told in another unit.
CREATE OR REPLACE FUNCTION guard_counter_unit() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.counter_unit <> OLD.counter_unit
     AND EXISTS (SELECT FROM engine_use u WHERE u.shop_id = NEW.shop_id AND u.engine_id = NEW.id) THEN
    RAISE EXCEPTION 'the counter was looked at in %', OLD.counter_unit USING ERRCODE = 'FL032';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER engines_counter_unit BEFORE UPDATE OF counter_unit ON engines FOR EACH ROW EXECUTE FUNCTION guard_counter_unit();
