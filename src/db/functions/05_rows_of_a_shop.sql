-- Whoever asks sees and changes the rows of one shop: the one that they say at the beginning of each transaction
-- (app.shop). That holds for every table with a shop, and for the tables' owner too. Only the owner may ask for the whole
-- installation, where that is meant (app.whole): to bring the database up to date, and to back it up.
DO $$ DECLARE t record; BEGIN
  FOR t IN
    SELECT c.relname AS name, CASE WHEN c.relname = 'shops' THEN 'id' ELSE 'shop_id' END AS shop
    FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid AND NOT a.attisdropped
    WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r'
      -- A session is its user's, whatever shop they look at.
      AND c.relname <> 'sessions' AND a.attname = CASE WHEN c.relname = 'shops' THEN 'id' ELSE 'shop_id' END
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t.name);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', t.name);
    EXECUTE format('DROP POLICY IF EXISTS of_the_shop ON %I', t.name);
    EXECUTE format('CREATE POLICY of_the_shop ON %I USING (%I = nullif(current_setting(''app.shop'', true), '''')::uuid)', t.name, t.shop);
    EXECUTE format('DROP POLICY IF EXISTS of_the_whole ON %I', t.name);
    EXECUTE format('CREATE POLICY of_the_whole ON %I TO %I USING (current_setting(''app.whole'', true) = ''on'')', t.name, current_user);
  END LOOP;
END $$;
