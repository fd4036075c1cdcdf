-- What was taken back, by the kind that takes back: an entry of another kind that names one takes nothing.
CREATE OR REPLACE FUNCTION is_taken_back(shop uuid, entry uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT 1 FROM entries s JOIN entry_kinds k ON k.kind = s.kind WHERE s.shop_id = shop AND s.supersedes = entry AND k.takes_back)
$$;

-- Entries that still stand: neither taken back nor withdrawals themselves.
DROP VIEW IF EXISTS live_entries;
CREATE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind NOT IN (SELECT k.kind FROM entry_kinds k WHERE k.takes_back)
    AND NOT is_taken_back(e.shop_id, e.id);
