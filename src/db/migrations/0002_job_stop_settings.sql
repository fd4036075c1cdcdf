ALTER TABLE "jobs" ADD COLUMN "serving_order" text DEFAULT 'crank' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "opening_share" numeric(5, 4) DEFAULT 0.1 NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "closing_share" numeric(5, 4) DEFAULT 0.25 NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "marks_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_method" CHECK ("jobs"."method" in ('firing-order', 'two-stop', 'opening-closing', 'full-lift', 'companion-lift', 'rocking', 'own-lobe', 'fewest', 'lobe-in-sight'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_serving_order" CHECK ("jobs"."serving_order" in ('crank', 'cylinder', 'intakes-first'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shares" CHECK ("jobs"."opening_share" between 0 and 1 and "jobs"."closing_share" between 0 and 1);