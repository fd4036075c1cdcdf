-- An order is answered once, delivered or canceled only after it was accepted, canceled only when somebody said that it is
-- not wanted any more, and it is known who; and nothing is told of it after its end.
CREATE OR REPLACE FUNCTION guard_order_event() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  so_far text[];
  accepted boolean;
  fits boolean;
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.order_id::text, 2));
  SELECT coalesce(array_agg(e.kind ORDER BY e.at), '{}') INTO so_far FROM order_events e WHERE e.shop_id = NEW.shop_id AND e.order_id = NEW.order_id;
  accepted := 'accepted' = ANY (so_far);
  fits := CASE
    WHEN so_far && ARRAY['refused', 'delivered', 'given-up', 'canceled'] THEN false
    WHEN NEW.kind IN ('accepted', 'refused') THEN NOT accepted
    WHEN NEW.kind = 'given-up' THEN NOT accepted AND 'unwanted' = ANY (so_far)
    WHEN NEW.kind = 'delivered' THEN accepted
    WHEN NEW.kind IN ('canceled', 'too-late') THEN accepted AND 'unwanted' = ANY (so_far) AND NOT 'too-late' = ANY (so_far)
    WHEN NEW.kind = 'unwanted' THEN NEW.person_id IS NOT NULL
    ELSE true
  END;
  IF NOT fits THEN
    RAISE EXCEPTION 'an order that is % can''t be %', coalesce(nullif(array_to_string(so_far, ', '), ''), 'not sent'), NEW.kind USING ERRCODE = 'FL021';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER order_events_guard BEFORE INSERT ON order_events FOR EACH ROW EXECUTE FUNCTION guard_order_event();
