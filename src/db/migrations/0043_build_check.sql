ALTER TABLE "jobs" DROP CONSTRAINT "jobs_route";--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_route" CHECK (json_array_length("jobs"."route") > 0 or "jobs"."task" = 'build-check');