ALTER TABLE "entries" DROP CONSTRAINT "entries_count";--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_count" CHECK ("entries"."count" between 0 and 719);