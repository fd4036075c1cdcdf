-- What is asked before it is known in which shop: whose a session is, where somebody works, and whether there is a shop.

-- Of a shop, what every page wants to know of it.
CREATE OR REPLACE FUNCTION shop_here(s shops) RETURNS json LANGUAGE sql IMMUTABLE AS $$
  SELECT json_build_object('id', s.id, 'name', s.name, 'madeUp', s.made_up, 'lengthUnit', s.length_unit, 'currency', s.currency, 'temperatureUnit', s.temperature_unit, 'paper', s.paper, 'quietMinutes', s.quiet_minutes)
$$;

-- Of a session that is not over: the person that its user is in the shop it looks at, that shop, and the shared device that
-- it is good on. No row where it is nobody's.
CREATE OR REPLACE FUNCTION who_asks(session_token text) RETURNS TABLE (person json, shop json, device_id uuid)
LANGUAGE plpgsql AS $$
DECLARE
  found sessions;
BEGIN
  SELECT s.* INTO found FROM sessions s WHERE s.token = session_token AND s.expires_at > now();
  IF found.shop_id IS NULL THEN
    RETURN;
  END IF;
  PERFORM set_config('app.shop', found.shop_id::text, true);
  RETURN QUERY
    SELECT json_build_object('id', p.id, 'name', p.name, 'role', p.role, 'school', p.school, 'lengthUnit', p.length_unit), shop_here(s), found.device_id
    FROM people p JOIN shops s ON s.id = p.shop_id
    WHERE p.shop_id = found.shop_id AND p.user_id = found.user_id AND p.retired_at IS NULL;
END $$;

-- The shops in which a user works, by name.
CREATE OR REPLACE FUNCTION works_in(of_user uuid) RETURNS TABLE (shop_id uuid, shop_name text, person_id uuid)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM set_config('app.whole', 'on', true);
  RETURN QUERY SELECT p.shop_id, s.name, p.id FROM people p JOIN shops s ON s.id = p.shop_id
    WHERE p.user_id = of_user AND p.retired_at IS NULL ORDER BY s.name, p.shop_id;
  PERFORM set_config('app.whole', '', true);
END $$;

-- The made-up shop first, where there is one; else any; no row in an installation that was not begun.
CREATE OR REPLACE FUNCTION first_shop() RETURNS TABLE (shop json)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM set_config('app.whole', 'on', true);
  RETURN QUERY SELECT shop_here(s) FROM shops s ORDER BY s.made_up DESC, s.id LIMIT 1;
  PERFORM set_config('app.whole', '', true);
END $$;
