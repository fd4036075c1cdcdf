ALTER TABLE "valve_results" ADD COLUMN "found_turns" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "valve_results" ADD COLUMN "found_plunger_mm" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "valve_results" ADD COLUMN "left_turns" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "valve_results" ADD COLUMN "left_plunger_mm" numeric(9, 6);--> statement-breakpoint
DELETE FROM "valve_results" v USING "job_results" j WHERE j."shop_id" = v."shop_id" AND j."job_id" = v."job_id" AND j."work" = 'preload';--> statement-breakpoint
DELETE FROM "job_results" WHERE "work" = 'preload';
