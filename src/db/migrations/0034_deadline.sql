ALTER TABLE "engines" ADD COLUMN "deadline" jsonb;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "due_day" double precision GENERATED ALWAYS AS ((deadline->>'day')::float8) STORED;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "due_hours_left" double precision GENERATED ALWAYS AS ((deadline->>'hoursLeft')::float8) STORED;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "deadline_stale" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "engines" ALTER COLUMN "deadline_stale" SET DEFAULT false;--> statement-breakpoint
CREATE INDEX "engines_due" ON "engines" USING btree ("shop_id","due_day");