-- An entry fills the columns of its kind, with the words that they may hold, and no others.
CREATE OR REPLACE FUNCTION guard_entry_shape() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  filled jsonb := jsonb_strip_nulls(to_jsonb(NEW));
  wrong text;
BEGIN
  SELECT string_agg(f.column_name, ', ') INTO wrong FROM entry_fields f
    WHERE f.kind = NEW.kind AND ((f.required AND NOT filled ? f.column_name)
      OR (f.words IS NOT NULL AND filled ? f.column_name AND NOT (filled->>f.column_name = ANY (f.words))));
  IF wrong IS NOT NULL THEN
    RAISE EXCEPTION '% needs %', NEW.kind, wrong USING ERRCODE = 'FL006';
  END IF;
  SELECT string_agg(DISTINCT f.column_name, ', ') INTO wrong FROM entry_fields f
    WHERE filled ? f.column_name
      AND NOT EXISTS (SELECT 1 FROM entry_fields own WHERE own.kind = NEW.kind AND own.column_name = f.column_name);
  IF wrong IS NOT NULL THEN
    RAISE EXCEPTION '% has no %', NEW.kind, wrong USING ERRCODE = 'FL006';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE TRIGGER entries_shape BEFORE INSERT ON entries FOR EACH ROW EXECUTE FUNCTION guard_entry_shape();
