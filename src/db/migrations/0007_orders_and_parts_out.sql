CREATE TABLE "order_events" (
	"shop_id" uuid NOT NULL,
	"order_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"due_at" timestamp with time zone,
	"note" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "order_events_key" PRIMARY KEY("order_id","kind"),
	CONSTRAINT "order_events_kind" CHECK ("order_events"."kind" in ('accepted', 'refused', 'delivered', 'given-up')),
	CONSTRAINT "order_events_due" CHECK (("order_events"."kind" = 'accepted') = ("order_events"."due_at" is not null)),
	CONSTRAINT "order_events_note" CHECK (("order_events"."kind" = 'refused') = ("order_events"."note" is not null) and ("order_events"."note" is null or length(trim("order_events"."note")) between 1 and 300))
);
--> statement-breakpoint
CREATE TABLE "order_lines" (
	"shop_id" uuid NOT NULL,
	"order_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"sku" text NOT NULL,
	"kind" text NOT NULL,
	"diameter_mm" numeric(9, 6),
	"thickness_mm" numeric(9, 6) NOT NULL,
	"quantity" integer NOT NULL,
	"price" numeric(12, 3) NOT NULL,
	CONSTRAINT "order_lines_key" PRIMARY KEY("order_id","line"),
	CONSTRAINT "order_lines_sku_once" UNIQUE("order_id","sku"),
	CONSTRAINT "order_lines_sku" CHECK (length(trim("order_lines"."sku")) between 1 and 80),
	CONSTRAINT "order_lines_kind" CHECK ("order_lines"."kind" in ('shim-over', 'shim-under', 'bucket', 'opener', 'closer', 'lash-cap', 'rocker-shim')),
	CONSTRAINT "order_lines_size" CHECK ("order_lines"."thickness_mm" > 0 and "order_lines"."thickness_mm" <= 50 and ("order_lines"."diameter_mm" is null or ("order_lines"."diameter_mm" > 0 and "order_lines"."diameter_mm" <= 100))),
	CONSTRAINT "order_lines_quantity" CHECK ("order_lines"."quantity" between 1 and 10000),
	CONSTRAINT "order_lines_price" CHECK ("order_lines"."price" >= 0)
);
--> statement-breakpoint
CREATE TABLE "orders" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "orders_of_shop" UNIQUE("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "parts_out" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"valve" text NOT NULL,
	"kind" text NOT NULL,
	"micrometer_id" uuid,
	"read_text" text NOT NULL,
	"thickness_mm" numeric(9, 6) NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "parts_out_kind" CHECK ("parts_out"."kind" in ('part', 'test-part', 'open-gap') and ("parts_out"."kind" <> 'open-gap' or "parts_out"."micrometer_id" is null)),
	CONSTRAINT "parts_out_size" CHECK ("parts_out"."thickness_mm" > 0 and "parts_out"."thickness_mm" <= 50 and length(trim("parts_out"."read_text")) between 1 and 40)
);
--> statement-breakpoint
ALTER TABLE "order_events" ADD CONSTRAINT "order_events_order" FOREIGN KEY ("shop_id","order_id") REFERENCES "public"."orders"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "order_lines" ADD CONSTRAINT "order_lines_order" FOREIGN KEY ("shop_id","order_id") REFERENCES "public"."orders"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts_out" ADD CONSTRAINT "parts_out_valve" FOREIGN KEY ("job_id","valve") REFERENCES "public"."job_valves"("job_id","valve") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts_out" ADD CONSTRAINT "parts_out_micrometer" FOREIGN KEY ("shop_id","micrometer_id") REFERENCES "public"."micrometers"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts_out" ADD CONSTRAINT "parts_out_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "parts_out_of_job" ON "parts_out" USING btree ("job_id");
--> statement-breakpoint
CREATE TRIGGER orders_append_only BEFORE UPDATE OR DELETE ON orders FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER order_lines_append_only BEFORE UPDATE OR DELETE ON order_lines FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER order_events_append_only BEFORE UPDATE OR DELETE ON order_events FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER parts_out_append_only BEFORE UPDATE OR DELETE ON parts_out FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- An order is answered once, and delivered only when it was accepted. One writer of an order at a time.
CREATE FUNCTION guard_order_event() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  so_far text[];
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.order_id::text, 2));
  SELECT coalesce(array_agg(e.kind), '{}') INTO so_far FROM order_events e WHERE e.order_id = NEW.order_id;
  IF (NEW.kind = 'delivered' AND so_far <> '{accepted}') OR (NEW.kind <> 'delivered' AND so_far <> '{}') THEN
    RAISE EXCEPTION 'an order that is % can''t be %', coalesce(nullif(array_to_string(so_far, ', '), ''), 'not sent'), NEW.kind USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER order_events_guard BEFORE INSERT ON order_events FOR EACH ROW EXECUTE FUNCTION guard_order_event();
--> statement-breakpoint
-- Which entries a job takes at all, in one place: parts are ordered where they set the gap.
CREATE FUNCTION guard_entry_place(entry entries, job jobs) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  IF (entry.kind = 'zeroed' AND job.work <> 'preload') OR (entry.kind IN ('ordered', 'fitted') AND job.work <> 'dry-gap' AND job.shims IS NULL) OR (entry.kind IN ('set', 'locked') AND job.work = 'dry-gap')
      OR (entry.kind = 'reading' AND (job.work = 'preload') <> (coalesce(entry.school, '') = 'wire')) THEN
    RAISE EXCEPTION '% has no place in a job of %', entry.kind, job.work USING ERRCODE = 'restrict_violation';
  END IF;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION guard_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  job jobs;
  reading entries;
  band job_valves;
  closer uuid;
BEGIN
  SELECT * INTO job FROM jobs j WHERE j.id = NEW.job_id;
  SELECT e.person_id INTO closer FROM entries e WHERE e.job_id = NEW.job_id AND e.kind = 'closed';
  IF NEW.kind = 'signed' THEN
    IF closer IS NULL THEN
      RAISE EXCEPTION 'a job is closed before it is signed' USING ERRCODE = 'restrict_violation';
    ELSIF closer = NEW.person_id THEN
      RAISE EXCEPTION 'whoever closed the job can''t sign it' USING ERRCODE = 'restrict_violation';
    END IF;
  ELSIF closer IS NOT NULL THEN
    RAISE EXCEPTION 'the job is closed' USING ERRCODE = 'restrict_violation';
  END IF;
  PERFORM guard_entry_place(NEW, job);
  -- The crank stays where it is until squeezed lifters have bled down. Two seconds for clocks that differ.
  IF NEW.kind IN ('arrived', 'barred') AND job.bleed_minutes IS NOT NULL
      AND (NEW.kind = 'barred' OR NEW.stop IS DISTINCT FROM (
        SELECT e.stop FROM live_entries e WHERE e.job_id = NEW.job_id AND e.kind = 'arrived' ORDER BY e.seq DESC LIMIT 1))
      AND EXISTS (SELECT 1 FROM live_entries e WHERE e.job_id = NEW.job_id AND e.kind = 'set' AND e.turns > 0
        AND e.at > NEW.at - make_interval(mins => job.bleed_minutes) + interval '2 seconds'
        AND NOT EXISTS (SELECT 1 FROM live_entries b WHERE b.job_id = NEW.job_id AND b.kind = 'bled' AND b.seq > e.seq)) THEN
    RAISE EXCEPTION 'squeezed lifters have not bled down: the crank stays where it is' USING ERRCODE = 'restrict_violation';
  END IF;
  IF NEW.kind = 'left' AND job.work = 'preload' THEN
    PERFORM guard_preload_left(NEW, job.mm_per_turn);
  ELSIF NEW.kind = 'left' THEN
    SELECT * INTO reading FROM live_entries e
      WHERE e.job_id = NEW.job_id AND e.valve = NEW.valve ORDER BY e.seq DESC LIMIT 1;
    IF reading.id IS DISTINCT FROM NEW.reading_id OR reading.kind <> 'reading' THEN
      RAISE EXCEPTION 'a valve is left on its last reading only' USING ERRCODE = 'restrict_violation';
    END IF;
    IF reading.pass = 'set' THEN
      RAISE EXCEPTION 'the lock of valve % is loose', NEW.valve USING ERRCODE = 'restrict_violation';
    END IF;
    SELECT * INTO band FROM job_valves v WHERE v.job_id = NEW.job_id AND v.valve = NEW.valve;
    IF NEW.reason IS NULL AND (reading.goes_mm < band.low_mm - 1e-6 OR reading.no_go_mm > band.high_mm + 1e-6
        OR (reading.goes_mm = 0 AND band.low_mm > 0)) THEN
      RAISE EXCEPTION 'valve % is outside its band: a reason is needed', NEW.valve USING ERRCODE = 'restrict_violation';
    END IF;
  END IF;
  IF NEW.kind = 'closed' AND EXISTS (SELECT 1 FROM open_valves(NEW.job_id)) THEN
    RAISE EXCEPTION 'valves without an as-left: %', (SELECT string_agg(v, ', ') FROM open_valves(NEW.job_id) v) USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
