CREATE TABLE "engine_forecasts" (
	"shop_id" uuid NOT NULL,
	"engine_id" uuid NOT NULL,
	"unit" text NOT NULL,
	"risk" numeric(5, 4) NOT NULL,
	"from_at" timestamp with time zone NOT NULL,
	"from_hours" numeric(9, 1),
	"use_left" numeric(9, 1),
	"first_valve" text,
	"unknown_roles" integer NOT NULL,
	CONSTRAINT "engine_forecasts_key" PRIMARY KEY("shop_id","engine_id"),
	CONSTRAINT "engine_forecasts_unit" CHECK ("engine_forecasts"."unit" in ('h', 'days'))
);
--> statement-breakpoint
CREATE TABLE "engine_use" (
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"engine_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"hours" numeric(9, 1) NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "engine_use_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "engine_use_hours" CHECK ("engine_use"."hours" >= 0)
);
--> statement-breakpoint
CREATE TABLE "job_results" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"engine_id" uuid NOT NULL,
	"closed_at" timestamp with time zone NOT NULL,
	"running_hours" numeric(9, 1),
	"state" text NOT NULL,
	"spec_state" text NOT NULL,
	"work" text NOT NULL,
	CONSTRAINT "job_results_key" PRIMARY KEY("shop_id","job_id"),
	CONSTRAINT "job_results_state" CHECK ("job_results"."state" in ('cold', 'hot')),
	CONSTRAINT "job_results_spec_state" CHECK ("job_results"."spec_state" in ('cold', 'hot')),
	CONSTRAINT "job_results_work" CHECK ("job_results"."work" in ('lash', 'preload', 'dry-gap'))
);
--> statement-breakpoint
CREATE TABLE "valve_results" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"valve" text NOT NULL,
	"position" integer NOT NULL,
	"role" text NOT NULL,
	"nominal_mm" numeric(9, 6) NOT NULL,
	"low_mm" numeric(9, 6) NOT NULL,
	"high_mm" numeric(9, 6) NOT NULL,
	"offset_mm" numeric(9, 6) NOT NULL,
	"found_lo_mm" numeric(9, 6),
	"found_hi_mm" numeric(9, 6),
	"left_lo_mm" numeric(9, 6),
	"left_hi_mm" numeric(9, 6),
	"found_by" uuid,
	"left_by" uuid,
	"times_set" integer NOT NULL,
	"fitted_mm" numeric(9, 6),
	"answers" text[] NOT NULL,
	"breaks" text,
	CONSTRAINT "valve_results_key" PRIMARY KEY("shop_id","job_id","valve"),
	CONSTRAINT "valve_results_found" CHECK (("valve_results"."found_lo_mm" is null) = ("valve_results"."found_hi_mm" is null) and "valve_results"."found_lo_mm" <= "valve_results"."found_hi_mm"),
	CONSTRAINT "valve_results_left" CHECK (("valve_results"."left_lo_mm" is null) = ("valve_results"."left_hi_mm" is null) and "valve_results"."left_lo_mm" <= "valve_results"."left_hi_mm")
);
--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "risk" numeric(5, 4) DEFAULT 0.05 NOT NULL;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "interval_hours" numeric(9, 1);--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "interval_days" integer;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "interval_words" text;--> statement-breakpoint
ALTER TABLE "engine_forecasts" ADD CONSTRAINT "engine_forecasts_engine" FOREIGN KEY ("shop_id","engine_id") REFERENCES "public"."engines"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_use" ADD CONSTRAINT "engine_use_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_use" ADD CONSTRAINT "engine_use_engine" FOREIGN KEY ("shop_id","engine_id") REFERENCES "public"."engines"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_use" ADD CONSTRAINT "engine_use_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_results" ADD CONSTRAINT "job_results_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_results" ADD CONSTRAINT "job_results_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_results" ADD CONSTRAINT "job_results_engine" FOREIGN KEY ("shop_id","engine_id") REFERENCES "public"."engines"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "valve_results" ADD CONSTRAINT "valve_results_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."job_results"("shop_id","job_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "valve_results" ADD CONSTRAINT "valve_results_found_by" FOREIGN KEY ("shop_id","found_by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "valve_results" ADD CONSTRAINT "valve_results_left_by" FOREIGN KEY ("shop_id","left_by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "engine_use_of_engine" ON "engine_use" USING btree ("shop_id","engine_id","at");--> statement-breakpoint
CREATE INDEX "job_results_of_engine" ON "job_results" USING btree ("shop_id","engine_id","closed_at");--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_risk" CHECK ("shops"."risk" between 0.001 and 0.5);--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_interval_hours" CHECK ("engines"."interval_hours" > 0);--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_interval_days" CHECK ("engines"."interval_days" between 1 and 7300);--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_interval_words" CHECK (length(trim("engines"."interval_words")) between 1 and 120);