-- An apprentice does everything at the engine but closing, signing, going on against a margin, and leaving a valve out of
-- its band or unread: for these somebody trained gives their word, and both names are kept.
CREATE OR REPLACE FUNCTION guard_word() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.word_by IS NOT NULL THEN
    NEW.word_by_name := (SELECT p.name FROM people p WHERE p.shop_id = NEW.shop_id AND p.id = NEW.word_by AND p.role <> 'apprentice' AND p.retired_at IS NULL);
    IF NEW.word_by_name IS NULL THEN
      RAISE EXCEPTION 'this word does not count' USING ERRCODE = 'FL029';
    END IF;
    RETURN NEW;
  END IF;
  NEW.word_by_name := NULL;
  IF (NEW.kind IN ('closed', 'signed', 'skipped') OR (NEW.kind IN ('left', 'reading', 'zeroed') AND NEW.reason IS NOT NULL))
     AND EXISTS (SELECT 1 FROM people p WHERE p.shop_id = NEW.shop_id AND p.id = NEW.person_id AND p.role = 'apprentice') THEN
    RAISE EXCEPTION 'somebody trained gives their word for this' USING ERRCODE = 'FL029';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_word BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION guard_word();
