CREATE TABLE "people" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "people_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "people_name_once" UNIQUE("shop_id","name"),
	CONSTRAINT "people_name" CHECK (length(trim("people"."name")) between 1 and 60),
	CONSTRAINT "people_role" CHECK ("people"."role" in ('lead', 'mechanic', 'apprentice'))
);
--> statement-breakpoint
CREATE TABLE "shops" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "feeler_leaves" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"set_id" uuid NOT NULL,
	"mm_mark" text,
	"inch_mark" text,
	"thickness_mm" numeric(9, 6) NOT NULL,
	CONSTRAINT "feeler_leaves_once" UNIQUE("set_id","thickness_mm"),
	CONSTRAINT "feeler_leaves_thickness" CHECK ("feeler_leaves"."thickness_mm" > 0 and "feeler_leaves"."thickness_mm" <= 10),
	CONSTRAINT "feeler_leaves_marked" CHECK ("feeler_leaves"."mm_mark" is not null or "feeler_leaves"."inch_mark" is not null)
);
--> statement-breakpoint
CREATE TABLE "feeler_sets" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"system" text NOT NULL,
	CONSTRAINT "feeler_sets_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "feeler_sets_name_once" UNIQUE("shop_id","name"),
	CONSTRAINT "feeler_sets_name" CHECK (length(trim("feeler_sets"."name")) between 1 and 60),
	CONSTRAINT "feeler_sets_system" CHECK ("feeler_sets"."system" in ('metric', 'inch'))
);
--> statement-breakpoint
CREATE TABLE "engine_models" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"file" json NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "engine_models_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "engine_models_format" CHECK ("engine_models"."file"->>'format' = 'fulcrata-engine/1')
);
--> statement-breakpoint
CREATE TABLE "engines" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"model_id" uuid NOT NULL,
	"serial" text,
	"running_hours" numeric(9, 1),
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "engines_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "engines_serial_once" UNIQUE("shop_id","model_id","serial"),
	CONSTRAINT "engines_hours" CHECK ("engines"."running_hours" >= 0)
);
--> statement-breakpoint
CREATE TABLE "job_valves" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"valve" text NOT NULL,
	"cylinder" text NOT NULL,
	"role" text NOT NULL,
	"position" integer NOT NULL,
	"nominal_mm" numeric(9, 6) NOT NULL,
	"low_mm" numeric(9, 6) NOT NULL,
	"high_mm" numeric(9, 6) NOT NULL,
	CONSTRAINT "job_valves_key" PRIMARY KEY("job_id","valve"),
	CONSTRAINT "job_valves_place" UNIQUE("job_id","position"),
	CONSTRAINT "job_valves_role" CHECK ("job_valves"."role" in ('intake', 'exhaust', 'injector')),
	CONSTRAINT "job_valves_band" CHECK (0 <= "job_valves"."low_mm" and "job_valves"."low_mm" <= "job_valves"."nominal_mm" and "job_valves"."nominal_mm" <= "job_valves"."high_mm")
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"engine_id" uuid NOT NULL,
	"opened_by" uuid NOT NULL,
	"opened_at" timestamp with time zone DEFAULT now() NOT NULL,
	"state" text NOT NULL,
	"temperature_c" numeric(10, 6),
	"running_hours" numeric(9, 1),
	"feeler_set_id" uuid NOT NULL,
	"method" text NOT NULL,
	"required_margin_deg" numeric(10, 6) NOT NULL,
	"cautions" text[] NOT NULL,
	"engine_file" json NOT NULL,
	"route" json NOT NULL,
	CONSTRAINT "jobs_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "jobs_state" CHECK ("jobs"."state" in ('cold', 'hot')),
	CONSTRAINT "jobs_margin" CHECK ("jobs"."required_margin_deg" between 0 and 180),
	CONSTRAINT "jobs_temperature" CHECK ("jobs"."temperature_c" between -60 and 250),
	CONSTRAINT "jobs_cautions" CHECK (cardinality("jobs"."cautions") > 0),
	CONSTRAINT "jobs_route" CHECK (json_array_length("jobs"."route") > 0)
);
--> statement-breakpoint
CREATE TABLE "entries" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"kind" text NOT NULL,
	"supersedes" uuid,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"valve" text,
	"stop" text,
	"pass" text,
	"goes_mm" numeric(9, 6),
	"goes_text" text,
	"no_go_mm" numeric(9, 6),
	"no_go_text" text,
	"reason" text,
	"turns" numeric(10, 6),
	"reading_id" uuid,
	CONSTRAINT "entries_of_job" UNIQUE("job_id","id"),
	CONSTRAINT "entries_in_order" UNIQUE("job_id","seq"),
	CONSTRAINT "entries_superseded_once" UNIQUE("supersedes"),
	CONSTRAINT "entries_kind" CHECK ("entries"."kind" in ('arrived', 'reading', 'set', 'left', 'withdrawn', 'closed')),
	CONSTRAINT "entries_seq" CHECK ("entries"."seq" > 0),
	CONSTRAINT "entries_withdrawn" CHECK ("entries"."kind" <> 'withdrawn' or "entries"."supersedes" is not null),
	CONSTRAINT "entries_not_itself" CHECK ("entries"."supersedes" <> "entries"."id"),
	CONSTRAINT "entries_arrived" CHECK ("entries"."kind" <> 'arrived' or "entries"."stop" is not null),
	CONSTRAINT "entries_of_valve" CHECK (("entries"."kind" in ('reading', 'set', 'left')) = ("entries"."valve" is not null)),
	CONSTRAINT "entries_reading_whole" CHECK (("entries"."kind" = 'reading') = ("entries"."goes_mm" is not null) and ("entries"."kind" = 'reading') = ("entries"."no_go_mm" is not null) and ("entries"."kind" = 'reading') = ("entries"."pass" is not null) and ("entries"."kind" <> 'reading' or ("entries"."stop" is not null and "entries"."goes_text" is not null and "entries"."no_go_text" is not null))),
	CONSTRAINT "entries_reading_sense" CHECK ("entries"."goes_mm" >= 0 and "entries"."no_go_mm" > "entries"."goes_mm" and "entries"."no_go_mm" <= 10),
	CONSTRAINT "entries_pass" CHECK ("entries"."pass" in ('as-found', 'as-left')),
	CONSTRAINT "entries_left_names_reading" CHECK (("entries"."kind" = 'left') = ("entries"."reading_id" is not null)),
	CONSTRAINT "entries_reason" CHECK (length(trim("entries"."reason")) between 1 and 300),
	CONSTRAINT "entries_turns" CHECK ("entries"."turns" between -50 and 50)
);
--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feeler_leaves" ADD CONSTRAINT "feeler_leaves_set" FOREIGN KEY ("shop_id","set_id") REFERENCES "public"."feeler_sets"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feeler_sets" ADD CONSTRAINT "feeler_sets_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_models" ADD CONSTRAINT "engine_models_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_model" FOREIGN KEY ("shop_id","model_id") REFERENCES "public"."engine_models"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_valves" ADD CONSTRAINT "job_valves_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_engine" FOREIGN KEY ("shop_id","engine_id") REFERENCES "public"."engines"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_opened_by" FOREIGN KEY ("shop_id","opened_by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_feeler_set" FOREIGN KEY ("shop_id","feeler_set_id") REFERENCES "public"."feeler_sets"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_valve" FOREIGN KEY ("job_id","valve") REFERENCES "public"."job_valves"("job_id","valve") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_supersedes" FOREIGN KEY ("job_id","supersedes") REFERENCES "public"."entries"("job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_reading" FOREIGN KEY ("job_id","reading_id") REFERENCES "public"."entries"("job_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "entries_closed_once" ON "entries" USING btree ("job_id") WHERE "entries"."kind" = 'closed';