ALTER TABLE "job_results" ADD COLUMN "lock_shifts" json;--> statement-breakpoint
ALTER TABLE "valve_results" ADD COLUMN "left_reading" uuid;