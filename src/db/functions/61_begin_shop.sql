-- Who is in a shop is no ordinary record: the app's role may only begin the first shop of a database, with its lead, and a
-- lead may take people into it and change what they are. The same again is done already.
CREATE OR REPLACE FUNCTION begin_shop(new_shop uuid, shop_name text, unit text, money text, warmth text, sheet text, lead uuid, lead_name text, feel text, sign_in_name text, password_hash text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM set_config('app.whole', 'on', true);
  PERFORM pg_advisory_xact_lock(hashtextextended('begin_shop', 3));
  IF EXISTS (SELECT 1 FROM shops s JOIN people p ON p.shop_id = s.id WHERE s.id = new_shop AND s.name = shop_name AND p.id = lead AND p.name = lead_name AND p.user_id = lead) THEN
    RETURN;
  END IF;
  IF EXISTS (SELECT 1 FROM shops) THEN
    RAISE EXCEPTION 'there is a shop already' USING ERRCODE = 'FL025';
  END IF;
  INSERT INTO shops (id, name, length_unit, currency, temperature_unit, paper) VALUES (new_shop, shop_name, unit, money, warmth, sheet);
  INSERT INTO users (id, name, email, username) VALUES (lead, lead_name, lead || '@shop.invalid', sign_in_name);
  INSERT INTO accounts (id, user_id, account_id, provider_id, password) VALUES (lead, lead, lead, 'credential', password_hash);
  INSERT INTO people (id, shop_id, name, role, school, user_id) VALUES (lead, new_shop, lead_name, 'lead', feel, lead);
END $$;

CREATE OR REPLACE FUNCTION require_lead(of_shop uuid, by_person uuid) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF of_shop IS DISTINCT FROM nullif(current_setting('app.shop', true), '')::uuid
      OR NOT EXISTS (SELECT 1 FROM people p WHERE p.shop_id = of_shop AND p.id = by_person AND p.role = 'lead' AND p.retired_at IS NULL) THEN
    RAISE EXCEPTION 'only a lead does this' USING ERRCODE = 'FL026';
  END IF;
END $$;

CREATE OR REPLACE FUNCTION take_in(of_shop uuid, by_person uuid, person uuid, person_name text, person_role text, feel text, sign_in_name text) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM require_lead(of_shop, by_person);
  INSERT INTO users (id, name, email, username) VALUES (person, person_name, person || '@shop.invalid', sign_in_name);
  INSERT INTO people (id, shop_id, name, role, school, user_id) VALUES (person, of_shop, person_name, person_role, feel, person);
END $$;

-- Another name or role, or that they work here no more. There is always a lead left, and whoever is gone is signed in nowhere.
CREATE OR REPLACE FUNCTION change_person(of_shop uuid, by_person uuid, person uuid, new_name text, new_role text, gone boolean) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM require_lead(of_shop, by_person);
  PERFORM 1 FROM people p WHERE p.shop_id = of_shop AND p.role = 'lead' FOR UPDATE;
  UPDATE people p
     SET name = new_name, role = new_role, retired_at = CASE WHEN gone THEN coalesce(p.retired_at, now()) END
   WHERE p.shop_id = of_shop AND p.id = person;
  IF NOT FOUND THEN
    RAISE EXCEPTION 'nobody of this shop' USING ERRCODE = 'FL028';
  END IF;
  IF NOT EXISTS (SELECT 1 FROM people p WHERE p.shop_id = of_shop AND p.role = 'lead' AND p.retired_at IS NULL) THEN
    RAISE EXCEPTION 'a shop has a lead' USING ERRCODE = 'FL027';
  END IF;
  IF gone THEN
    DELETE FROM sessions s USING people p WHERE p.shop_id = of_shop AND p.id = person AND s.user_id = p.user_id AND (s.shop_id = of_shop OR s.shop_id IS NULL);
  END IF;
END $$;
