-- Entries that still stand: neither superseded nor withdrawals themselves.
DROP VIEW IF EXISTS live_entries;
CREATE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind NOT IN (SELECT k.kind FROM entry_kinds k WHERE k.takes_back)
    AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id);
