UPDATE "engines" e SET "deadline_stale" = true
WHERE EXISTS (
  SELECT FROM "job_results" r JOIN "jobs" j ON j."shop_id" = r."shop_id" AND j."id" = r."job_id"
  WHERE r."shop_id" = e."shop_id" AND r."engine_id" = e."id" AND j."purpose" IN ('first-start', 'after-work'));
