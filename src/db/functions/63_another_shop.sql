-- Whoever signs in already, for another shop, is the person that a link was made for: the way in that was kept for them
-- alone goes. The app asks only for whoever proved who they are.
CREATE OR REPLACE FUNCTION join_as(link text, known uuid) RETURNS uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  kept_for uuid;
  there people;
BEGIN
  PERFORM set_config('app.whole', 'on', true);
  DELETE FROM verifications v WHERE v.identifier = 'reset-password:' || link AND v.expires_at > now() RETURNING v.value::uuid INTO kept_for;
  SELECT p.* INTO there FROM people p WHERE p.user_id = kept_for AND p.retired_at IS NULL;
  IF there.id IS NULL OR EXISTS (SELECT 1 FROM accounts a WHERE a.user_id = kept_for AND a.password IS NOT NULL) THEN
    RAISE EXCEPTION 'this link leads to nobody new' USING ERRCODE = 'FL030';
  ELSIF EXISTS (SELECT 1 FROM people p WHERE p.shop_id = there.shop_id AND p.user_id = known) THEN
    RAISE EXCEPTION 'they are in this shop already' USING ERRCODE = 'FL031';
  END IF;
  UPDATE people p SET user_id = known WHERE p.shop_id = there.shop_id AND p.id = there.id;
  DELETE FROM accounts a WHERE a.user_id = kept_for;
  DELETE FROM users u WHERE u.id = kept_for;
  PERFORM set_config('app.whole', '', true);
  RETURN there.shop_id;
END $$;
