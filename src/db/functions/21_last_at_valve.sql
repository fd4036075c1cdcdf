-- The last thing that says how a valve stands: what was only felt leaves its reading as it is.
CREATE OR REPLACE FUNCTION last_at_valve(shop uuid, job uuid, named text) RETURNS entries LANGUAGE sql STABLE AS $$
  SELECT e.* FROM entries e JOIN entry_kinds k ON k.kind = e.kind
  WHERE e.shop_id = shop AND e.job_id = job AND e.valve = named AND NOT is_taken_back(e.shop_id, e.id)
    AND k.effect <> 'only-felt' AND NOT (k.effect = 'changes-lash-if-turned' AND NOT coalesce(e.turned, false))
  ORDER BY e.seq DESC LIMIT 1
$$;
