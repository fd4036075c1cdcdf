-- An order is answered once, and delivered only after it was accepted.
CREATE OR REPLACE FUNCTION guard_order_event() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  so_far text[];
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.order_id::text, 2));
  SELECT coalesce(array_agg(e.kind), '{}') INTO so_far FROM order_events e WHERE e.order_id = NEW.order_id;
  IF (NEW.kind = 'delivered' AND so_far <> '{accepted}') OR (NEW.kind <> 'delivered' AND so_far <> '{}') THEN
    RAISE EXCEPTION 'an order that is % can''t be %', coalesce(nullif(array_to_string(so_far, ', '), ''), 'not sent'), NEW.kind USING ERRCODE = 'FL021';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER order_events_guard BEFORE INSERT ON order_events FOR EACH ROW EXECUTE FUNCTION guard_order_event();
