-- The shop stands in every key, so that no shop's rows touch another's, and a database that is spread by shop holds them as
-- they are. What points to the keys that change steps aside meanwhile.
DROP VIEW IF EXISTS live_entries;
--> statement-breakpoint
DROP FUNCTION IF EXISTS is_taken_back(uuid), last_at_valve(uuid, text), open_valves(uuid), unproven_lifter(uuid, numeric, numeric);
--> statement-breakpoint
CREATE TEMP TABLE stepped_aside ON COMMIT DROP AS
  SELECT conrelid::regclass::text AS of_table, conname, pg_get_constraintdef(oid) AS definition FROM pg_constraint
  WHERE contype = 'f' AND connamespace = 'public'::regnamespace AND pg_get_constraintdef(oid) LIKE 'FOREIGN KEY (shop_id, %'
    AND conname <> ALL (ARRAY['entries_valve', 'entries_supersedes', 'entries_reading', 'state_readings_valve', 'parts_out_valve']);
--> statement-breakpoint
DO $$ DECLARE c record; BEGIN
  FOR c IN SELECT * FROM stepped_aside LOOP
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', c.of_table, c.conname);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE "parts_out" DROP CONSTRAINT "parts_out_valve";
--> statement-breakpoint
ALTER TABLE "state_readings" DROP CONSTRAINT "state_readings_valve";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_reading";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_supersedes";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_valve";
--> statement-breakpoint
ALTER TABLE "people" DROP CONSTRAINT "people_of_shop";
--> statement-breakpoint
ALTER TABLE "feeler_leaves" DROP CONSTRAINT "feeler_leaves_once";
--> statement-breakpoint
ALTER TABLE "feeler_sets" DROP CONSTRAINT "feeler_sets_of_shop";
--> statement-breakpoint
ALTER TABLE "engine_models" DROP CONSTRAINT "engine_models_of_shop";
--> statement-breakpoint
ALTER TABLE "engines" DROP CONSTRAINT "engines_of_shop";
--> statement-breakpoint
ALTER TABLE "job_valves" DROP CONSTRAINT "job_valves_place";
--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_of_shop";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_of_job";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_in_order";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_superseded_once";
--> statement-breakpoint
ALTER TABLE "refused_batches" DROP CONSTRAINT "refused_of_shop";
--> statement-breakpoint
ALTER TABLE "micrometers" DROP CONSTRAINT "micrometers_of_shop";
--> statement-breakpoint
ALTER TABLE "parts" DROP CONSTRAINT "parts_of_shop";
--> statement-breakpoint
ALTER TABLE "order_lines" DROP CONSTRAINT "order_lines_sku_once";
--> statement-breakpoint
ALTER TABLE "orders" DROP CONSTRAINT "orders_of_shop";
--> statement-breakpoint
DROP INDEX "jobs_in_hand_of_shop";
--> statement-breakpoint
DROP INDEX "entries_closed_once";
--> statement-breakpoint
DROP INDEX "entries_signed_once";
--> statement-breakpoint
DROP INDEX "refused_of_job";
--> statement-breakpoint
DROP INDEX "state_readings_of_job";
--> statement-breakpoint
DROP INDEX "part_moves_of_part";
--> statement-breakpoint
DROP INDEX "orders_of_job";
--> statement-breakpoint
DROP INDEX "parts_out_of_job";
--> statement-breakpoint
ALTER TABLE "people" DROP CONSTRAINT "people_pkey";
--> statement-breakpoint
ALTER TABLE "feeler_leaves" DROP CONSTRAINT "feeler_leaves_pkey";
--> statement-breakpoint
ALTER TABLE "feeler_sets" DROP CONSTRAINT "feeler_sets_pkey";
--> statement-breakpoint
ALTER TABLE "engine_models" DROP CONSTRAINT "engine_models_pkey";
--> statement-breakpoint
ALTER TABLE "engines" DROP CONSTRAINT "engines_pkey";
--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_pkey";
--> statement-breakpoint
ALTER TABLE "jobs_in_hand" DROP CONSTRAINT "jobs_in_hand_pkey";
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_pkey";
--> statement-breakpoint
ALTER TABLE "refused_batches" DROP CONSTRAINT "refused_batches_pkey";
--> statement-breakpoint
ALTER TABLE "refused_dealt" DROP CONSTRAINT "refused_dealt_pkey";
--> statement-breakpoint
ALTER TABLE "state_readings" DROP CONSTRAINT "state_readings_pkey";
--> statement-breakpoint
ALTER TABLE "micrometer_checks" DROP CONSTRAINT "micrometer_checks_pkey";
--> statement-breakpoint
ALTER TABLE "micrometers" DROP CONSTRAINT "micrometers_pkey";
--> statement-breakpoint
ALTER TABLE "part_moves" DROP CONSTRAINT "part_moves_pkey";
--> statement-breakpoint
ALTER TABLE "parts" DROP CONSTRAINT "parts_pkey";
--> statement-breakpoint
ALTER TABLE "orders" DROP CONSTRAINT "orders_pkey";
--> statement-breakpoint
ALTER TABLE "parts_out" DROP CONSTRAINT "parts_out_pkey";
--> statement-breakpoint
ALTER TABLE "hands" DROP CONSTRAINT "hands_key";
--> statement-breakpoint
ALTER TABLE "job_feeler_sets" DROP CONSTRAINT "job_feeler_sets_key";
--> statement-breakpoint
ALTER TABLE "job_valves" DROP CONSTRAINT "job_valves_key";
--> statement-breakpoint
ALTER TABLE "order_events" DROP CONSTRAINT "order_events_key";
--> statement-breakpoint
ALTER TABLE "order_lines" DROP CONSTRAINT "order_lines_key";
--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "feeler_leaves" ADD CONSTRAINT "feeler_leaves_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "feeler_sets" ADD CONSTRAINT "feeler_sets_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "engine_models" ADD CONSTRAINT "engine_models_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "jobs_in_hand" ADD CONSTRAINT "jobs_in_hand_key" PRIMARY KEY("shop_id","job_id");
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "refused_batches" ADD CONSTRAINT "refused_batches_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "refused_dealt" ADD CONSTRAINT "refused_dealt_key" PRIMARY KEY("shop_id","batch_id");
--> statement-breakpoint
ALTER TABLE "state_readings" ADD CONSTRAINT "state_readings_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "micrometer_checks" ADD CONSTRAINT "micrometer_checks_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "micrometers" ADD CONSTRAINT "micrometers_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "part_moves" ADD CONSTRAINT "part_moves_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "parts_out" ADD CONSTRAINT "parts_out_key" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
CREATE UNIQUE INDEX "entries_closed_once" ON "entries" USING btree ("shop_id","job_id") WHERE "entries"."kind" = 'closed';
--> statement-breakpoint
CREATE UNIQUE INDEX "entries_signed_once" ON "entries" USING btree ("shop_id","job_id") WHERE "entries"."kind" = 'signed';
--> statement-breakpoint
CREATE INDEX "refused_of_job" ON "refused_batches" USING btree ("shop_id","job_id");
--> statement-breakpoint
CREATE INDEX "state_readings_of_job" ON "state_readings" USING btree ("shop_id","job_id");
--> statement-breakpoint
CREATE INDEX "part_moves_of_part" ON "part_moves" USING btree ("shop_id","part_id");
--> statement-breakpoint
CREATE INDEX "orders_of_job" ON "orders" USING btree ("shop_id","job_id");
--> statement-breakpoint
CREATE INDEX "parts_out_of_job" ON "parts_out" USING btree ("shop_id","job_id");
--> statement-breakpoint
ALTER TABLE "hands" ADD CONSTRAINT "hands_key" PRIMARY KEY("shop_id","job_id","device");
--> statement-breakpoint
ALTER TABLE "job_feeler_sets" ADD CONSTRAINT "job_feeler_sets_key" PRIMARY KEY("shop_id","job_id","set_id");
--> statement-breakpoint
ALTER TABLE "job_valves" ADD CONSTRAINT "job_valves_key" PRIMARY KEY("shop_id","job_id","valve");
--> statement-breakpoint
ALTER TABLE "order_events" ADD CONSTRAINT "order_events_key" PRIMARY KEY("shop_id","order_id","kind");
--> statement-breakpoint
ALTER TABLE "order_lines" ADD CONSTRAINT "order_lines_key" PRIMARY KEY("shop_id","order_id","line");
--> statement-breakpoint
ALTER TABLE "feeler_leaves" ADD CONSTRAINT "feeler_leaves_once" UNIQUE("shop_id","set_id","thickness_mm");
--> statement-breakpoint
ALTER TABLE "job_valves" ADD CONSTRAINT "job_valves_place" UNIQUE("shop_id","job_id","position");
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_of_job" UNIQUE("shop_id","job_id","id");
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_in_order" UNIQUE("shop_id","job_id","seq");
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_superseded_once" UNIQUE("shop_id","supersedes");
--> statement-breakpoint
ALTER TABLE "order_lines" ADD CONSTRAINT "order_lines_sku_once" UNIQUE("shop_id","order_id","sku");
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_valve" FOREIGN KEY ("shop_id","job_id","valve") REFERENCES "public"."job_valves"("shop_id","job_id","valve") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_supersedes" FOREIGN KEY ("shop_id","job_id","supersedes") REFERENCES "public"."entries"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_reading" FOREIGN KEY ("shop_id","job_id","reading_id") REFERENCES "public"."entries"("shop_id","job_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "state_readings" ADD CONSTRAINT "state_readings_valve" FOREIGN KEY ("shop_id","job_id","valve") REFERENCES "public"."job_valves"("shop_id","job_id","valve") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "parts_out" ADD CONSTRAINT "parts_out_valve" FOREIGN KEY ("shop_id","job_id","valve") REFERENCES "public"."job_valves"("shop_id","job_id","valve") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
DO $$ DECLARE c record; BEGIN
  FOR c IN SELECT * FROM stepped_aside LOOP
    EXECUTE format('ALTER TABLE %s ADD CONSTRAINT %I %s', c.of_table, c.conname, c.definition);
  END LOOP;
END $$;
