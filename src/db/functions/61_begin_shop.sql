-- Who is in a shop is no ordinary record: the app's role may only begin the first shop of a database, with its lead, and a
-- lead may take people into it. The same again is done already.
CREATE OR REPLACE FUNCTION begin_shop(new_shop uuid, shop_name text, unit text, money text, lead uuid, lead_name text, feel text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended('begin_shop', 3));
  IF EXISTS (SELECT 1 FROM shops s JOIN people p ON p.shop_id = s.id WHERE s.id = new_shop AND s.name = shop_name AND p.id = lead AND p.name = lead_name) THEN
    RETURN;
  END IF;
  IF EXISTS (SELECT 1 FROM shops) THEN
    RAISE EXCEPTION 'there is a shop already' USING ERRCODE = 'FL025';
  END IF;
  INSERT INTO shops (id, name, length_unit, currency) VALUES (new_shop, shop_name, unit, money);
  INSERT INTO people (id, shop_id, name, role, school) VALUES (lead, new_shop, lead_name, 'lead', feel);
END $$;

CREATE OR REPLACE FUNCTION take_in(of_shop uuid, by_person uuid, person uuid, person_name text, person_role text, feel text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT EXISTS (SELECT 1 FROM people p WHERE p.shop_id = of_shop AND p.id = by_person AND p.role = 'lead') THEN
    RAISE EXCEPTION 'only a lead takes people in' USING ERRCODE = 'FL026';
  END IF;
  INSERT INTO people (id, shop_id, name, role, school) VALUES (person, of_shop, person_name, person_role, feel);
END $$;
