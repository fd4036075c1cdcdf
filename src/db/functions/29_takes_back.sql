-- Only what takes back names another entry, and that one is no taking back itself.
CREATE OR REPLACE FUNCTION guard_takes_back() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  takes boolean;
BEGIN
  SELECT k.takes_back INTO takes FROM entry_kinds k WHERE k.kind = NEW.kind;
  IF (NEW.supersedes IS NOT NULL) <> coalesce(takes, false) THEN
    RAISE EXCEPTION 'only taking back names another entry' USING ERRCODE = 'FL017';
  ELSIF takes AND EXISTS (
      SELECT 1 FROM entries e JOIN entry_kinds k ON k.kind = e.kind WHERE e.shop_id = NEW.shop_id AND e.id = NEW.supersedes AND k.takes_back) THEN
    RAISE EXCEPTION 'what was taken back stays so: make the entry again' USING ERRCODE = 'FL017';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_takes_back BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION guard_takes_back();
