-- What the queue did and is to do, as far as it is this shop's or everybody's: the app's role does not see the queue itself.
CREATE OR REPLACE FUNCTION background_seen() RETURNS TABLE (id uuid, kind text, state text, retries integer, most_retries integer, ended_at timestamptz, next_at timestamptz, said text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  -- Made by whatever works on it, which need not have run yet.
  IF to_regclass('pgboss.job') IS NULL THEN
    RETURN;
  END IF;
  RETURN QUERY EXECUTE $q$
    SELECT n.id, n.name, n.state, n.retry_count, n.retry_limit, n.completed_on, n.start_after, coalesce(n.output ->> 'said', n.output ->> 'message')
    FROM (
      SELECT j.*, row_number() OVER (PARTITION BY j.name ORDER BY coalesce(j.completed_on, j.start_after) DESC) AS newest
      FROM (
        SELECT a.id, a.name, a.state::text, a.retry_count, a.retry_limit, a.completed_on, a.start_after, a.output, a.data FROM pgboss.archive a
        UNION ALL
        SELECT q.id, q.name, q.state::text, q.retry_count, q.retry_limit, q.completed_on, q.start_after, q.output, q.data FROM pgboss.job q
      ) j
      WHERE j.name = ANY (ARRAY['backup', 'clear', 'orders'])
        AND coalesce(j.data ->> 'shopId', current_setting('app.shop', true)) = nullif(current_setting('app.shop', true), '')
    ) n
    WHERE n.newest <= 3 ORDER BY n.name, coalesce(n.completed_on, n.start_after) DESC
  $q$;
END $$;
