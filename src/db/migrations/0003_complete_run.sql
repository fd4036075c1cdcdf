CREATE UNLOGGED TABLE "hands" (
	"job_id" uuid NOT NULL,
	"device" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"valve" text,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "hands_key" PRIMARY KEY("job_id","device"),
	CONSTRAINT "hands_valve" CHECK (length("hands"."valve") between 1 and 60)
);
--> statement-breakpoint
CREATE TABLE "job_feeler_sets" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"set_id" uuid NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "job_feeler_sets_key" PRIMARY KEY("job_id","set_id")
);
--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_kind";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_of_valve";--> statement-breakpoint
ALTER TABLE "entries" DROP CONSTRAINT "entries_pass";--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "school" text DEFAULT 'go-no-go' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "purpose" text DEFAULT 'routine' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "survey" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "all_to_aim_mm" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "last_time" json DEFAULT '{}'::json NOT NULL;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "school" text;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "value_mm" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "value_text" text;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "instrument" text;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "aim_mm" numeric(9, 6);--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "locked" boolean;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "subject" text;--> statement-breakpoint
ALTER TABLE "hands" ADD CONSTRAINT "hands_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hands" ADD CONSTRAINT "hands_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_feeler_sets" ADD CONSTRAINT "job_feeler_sets_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_feeler_sets" ADD CONSTRAINT "job_feeler_sets_set" FOREIGN KEY ("shop_id","set_id") REFERENCES "public"."feeler_sets"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "entries_signed_once" ON "entries" USING btree ("job_id") WHERE "entries"."kind" = 'signed';--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_school" CHECK ("people"."school" in ('go-no-go', 'drag', 'overshoot'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_purpose" CHECK ("jobs"."purpose" in ('routine', 'noise', 'after-work', 'first-start', 'race-check'));--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_note" CHECK (length(trim("jobs"."note")) between 1 and 500);--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_all_to_aim" CHECK ("jobs"."all_to_aim_mm" > 0 and "jobs"."all_to_aim_mm" <= 1);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_school" CHECK ("entries"."school" is null or ("entries"."school" in ('go-no-go', 'drag', 'overshoot', 'gauge') and "entries"."kind" = 'reading'));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_value" CHECK (("entries"."value_mm" is null) = ("entries"."value_text" is null) and ("entries"."value_mm" is null or ("entries"."kind" = 'reading' and "entries"."value_mm" between "entries"."goes_mm" and "entries"."no_go_mm")));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_instrument" CHECK (length("entries"."instrument") between 1 and 60);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_aim" CHECK ("entries"."aim_mm" between -10 and 10);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_locked" CHECK ("entries"."locked" is null or "entries"."kind" = 'set');--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_subject" CHECK (("entries"."kind" in ('tightened', 'answered', 'checked')) = ("entries"."subject" is not null) and ("entries"."kind" <> 'checked' or "entries"."subject" in ('recheck', 'locks', 'cleared', 'drive', 'started')));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_said_why" CHECK ("entries"."kind" not in ('paused', 'answered', 'reopened') or "entries"."reason" is not null);--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_kind" CHECK ("entries"."kind" in ('arrived', 'reading', 'set', 'left', 'withdrawn', 'closed', 'locked', 'reopened', 'barred', 'tightened', 'answered', 'checked', 'paused', 'signed'));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_of_valve" CHECK (("entries"."kind" in ('reading', 'set', 'locked', 'left', 'reopened')) = ("entries"."valve" is not null));--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_pass" CHECK ("entries"."pass" in ('as-found', 'set', 'as-left', 're-check'));--> statement-breakpoint
CREATE TRIGGER job_feeler_sets_append_only BEFORE UPDATE OR DELETE ON job_feeler_sets FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- The view names its columns once: with the new ones it is made anew.
CREATE OR REPLACE VIEW live_entries WITH (security_invoker = true) AS
  SELECT e.* FROM entries e
  WHERE e.kind <> 'withdrawn' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.supersedes = e.id);
--> statement-breakpoint
CREATE OR REPLACE FUNCTION guard_ledger() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  reading entries;
  band job_valves;
  closer uuid;
BEGIN
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
  IF NEW.kind = 'left' THEN
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
