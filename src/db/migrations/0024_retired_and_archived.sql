ALTER TABLE "feeler_sets" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "customer" text;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_customer" CHECK (length(trim("engines"."customer")) between 1 and 120);