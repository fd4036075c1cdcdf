CREATE TABLE "entry_kinds" (
	"kind" text PRIMARY KEY NOT NULL,
	"at_valve" boolean NOT NULL,
	"effect" text NOT NULL,
	"takes_back" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "entry_fields" (
	"kind" text NOT NULL,
	"column_name" text NOT NULL,
	"required" boolean NOT NULL,
	"words" text[],
	CONSTRAINT "entry_fields_key" PRIMARY KEY("kind","column_name"),
	CONSTRAINT "entry_fields_kind" FOREIGN KEY ("kind") REFERENCES "public"."entry_kinds"("kind")
);
--> statement-breakpoint
CREATE TABLE "task_kinds" (
	"kind" text PRIMARY KEY NOT NULL,
	"judges_readings" boolean NOT NULL,
	"reads_wires" boolean NOT NULL,
	"keeps_cold_gap" boolean NOT NULL,
	"either_state" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "task_entries" (
	"task" text NOT NULL,
	"kind" text NOT NULL,
	CONSTRAINT "task_entries_key" PRIMARY KEY("task","kind"),
	CONSTRAINT "task_entries_task" FOREIGN KEY ("task") REFERENCES "public"."task_kinds"("kind"),
	CONSTRAINT "task_entries_kind" FOREIGN KEY ("kind") REFERENCES "public"."entry_kinds"("kind")
);
--> statement-breakpoint
CREATE TABLE "applied_functions" (
	"name" text PRIMARY KEY NOT NULL,
	"hash" text NOT NULL
);
--> statement-breakpoint
-- Rules live in files of their own from here on, applied after migrating.
DROP TRIGGER entries_guard ON entries;
--> statement-breakpoint
DROP TRIGGER job_valves_cold_lash ON job_valves;
--> statement-breakpoint
DROP TRIGGER state_readings_guard ON state_readings;
--> statement-breakpoint
DROP TRIGGER part_moves_guard ON part_moves;
--> statement-breakpoint
DROP TRIGGER order_events_guard ON order_events;
--> statement-breakpoint
DROP FUNCTION guard_ledger, guard_entry_place, guard_lash_left, guard_preload_left, guard_cold_lash, guard_state_reading, guard_part_move, guard_order_event, open_valves, last_at_valve;
--> statement-breakpoint
DROP VIEW live_entries;
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_kind";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_withdrawn";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_arrived";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_of_valve";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_reading_whole";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_pass";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_left_names_reading";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_school";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_value";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_locked";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_subject";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_said_why";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_zeroed";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_fitted";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_part_from";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_part";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_felt";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_count";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_turned";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_warmth";--> statement-breakpoint
-- Kinds of entries get the trade's words. What is kept keeps what it means: only the word changes.
ALTER TABLE "entries" DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE "entries" SET "kind" = CASE "kind" WHEN 'barred' THEN 'turned-over' WHEN 'warmth' THEN 'temperature' WHEN 'bled' THEN 'bled-down' WHEN 'loaded' THEN 'loaded-gap' WHEN 'tried' THEN 'closer-felt' END
  WHERE "kind" IN ('barred', 'warmth', 'bled', 'loaded', 'tried');
--> statement-breakpoint
ALTER TABLE "entries" ENABLE TRIGGER USER;
--> statement-breakpoint
-- The kinds as they stand now, so that what refers to them can be held to it; whoever makes a database ready keeps them up to date.
INSERT INTO "entry_kinds" ("kind", "at_valve", "effect", "takes_back") VALUES
  ('arrived', false, 'records', false), ('reading', true, 'records', false), ('set', true, 'changes-lash', false),
  ('locked', true, 'records', false), ('left', true, 'records', false), ('reopened', true, 'records', false),
  ('zeroed', true, 'changes-lash', false), ('fitted', true, 'changes-lash', false), ('loaded-gap', true, 'only-felt', false),
  ('closer-felt', true, 'only-felt', false), ('bridged', true, 'changes-lash-if-turned', false), ('plugged', false, 'records', false),
  ('ordered', false, 'records', false), ('bled-down', false, 'records', false), ('temperature', false, 'records', false),
  ('turned-over', false, 'records', false), ('tightened', false, 'records', false), ('answered', false, 'records', false),
  ('checked', false, 'records', false), ('paused', false, 'records', false), ('withdrawn', false, 'records', true),
  ('closed', false, 'records', false), ('signed', false, 'records', false);
--> statement-breakpoint
INSERT INTO "task_kinds" ("kind", "judges_readings", "reads_wires", "keeps_cold_gap", "either_state") VALUES
  ('screw', true, false, true, true), ('grinding', true, false, true, true), ('preload', false, true, false, false),
  ('dry-gap', true, false, false, false), ('shims', true, false, true, true), ('opener-closer', true, false, false, true);
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_kind" FOREIGN KEY ("kind") REFERENCES "public"."entry_kinds"("kind");--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_value" CHECK (("entries"."value_mm" is null) = ("entries"."value_text" is null) and "entries"."value_mm" between "entries"."goes_mm" and "entries"."no_go_mm");--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_lengths" CHECK ("entries"."length_mm" > 0 and "entries"."from_mm" > 0);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_part_from" CHECK (length("entries"."part_from") between 1 and 80);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_count" CHECK ("entries"."count" between 0 and 99);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_celsius" CHECK ("entries"."celsius" between -60 and 250);--> statement-breakpoint
-- A job is about one kind of work, with the one plan that belongs to it.
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_work";--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_bleed";--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_fixed";--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_shims";--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_closing";--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_offset";--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "task" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "plan" json;--> statement-breakpoint
ALTER TABLE "jobs" DISABLE TRIGGER USER;
--> statement-breakpoint
UPDATE "jobs" SET
  "task" = CASE
    WHEN "work" = 'preload' THEN 'preload'
    WHEN "work" = 'dry-gap' THEN 'dry-gap'
    WHEN "shims" IS NOT NULL THEN 'shims'
    WHEN "closing" IS NOT NULL THEN 'opener-closer'
    WHEN "engine_file"->'adjuster'->>'kind' = 'grind' THEN 'grinding'
    ELSE 'screw' END,
  "plan" = coalesce("preload", "fixed", "shims", "closing");
--> statement-breakpoint
ALTER TABLE "jobs" ENABLE TRIGGER USER;
--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "task" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "work";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "preload";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "fixed";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "shims";--> statement-breakpoint
ALTER TABLE "jobs" DROP COLUMN "closing";--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_task" FOREIGN KEY ("task") REFERENCES "public"."task_kinds"("kind");--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_bleed" CHECK ("jobs"."bleed_minutes" is null or ("jobs"."mm_per_turn" is not null and "jobs"."bleed_minutes" between 1 and 240));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_offset" CHECK ("jobs"."heat_offset" is null or "jobs"."heat_offset"->>'specState' <> "jobs"."state");--> statement-breakpoint
-- For the questions that are asked of a shop with years in it.
CREATE INDEX "jobs_of_engine" ON "jobs" USING btree ("shop_id","engine_id","opened_at");--> statement-breakpoint
CREATE INDEX "jobs_by_time" ON "jobs" USING btree ("shop_id","opened_at");--> statement-breakpoint
CREATE INDEX "entries_fitted_in_shop" ON "entries" USING btree ("shop_id","at") WHERE "entries"."kind" = 'fitted';--> statement-breakpoint
CREATE INDEX "state_readings_of_job" ON "state_readings" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "micrometer_checks_latest" ON "micrometer_checks" USING btree ("shop_id","micrometer_id","at");--> statement-breakpoint
CREATE INDEX "orders_by_time" ON "orders" USING btree ("shop_id","at");--> statement-breakpoint
CREATE INDEX "orders_of_job" ON "orders" USING btree ("job_id");
