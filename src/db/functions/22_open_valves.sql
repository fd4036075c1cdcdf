-- A valve is done when the last thing that says how it stands is that it was left, read or unread.
CREATE OR REPLACE FUNCTION open_valves(shop uuid, job uuid) RETURNS SETOF text LANGUAGE sql STABLE AS $$
  SELECT v.valve FROM job_valves v
  WHERE v.shop_id = shop AND v.job_id = job AND coalesce((last_at_valve(shop, job, v.valve)).kind, '') NOT IN ('left', 'skipped')
  ORDER BY v.position
$$;
