CREATE TABLE "gauge_readings" (
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"study_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"valve" text NOT NULL,
	"time" integer NOT NULL,
	"value_mm" numeric(9, 6) NOT NULL,
	"text" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "gauge_readings_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "gauge_readings_once" UNIQUE("shop_id","study_id","person_id","valve","time"),
	CONSTRAINT "gauge_readings_value" CHECK ("gauge_readings"."value_mm" >= 0)
);
--> statement-breakpoint
CREATE TABLE "gauge_studies" (
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"band_mm" numeric(9, 6) NOT NULL,
	"people" uuid[] NOT NULL,
	"valves" text[] NOT NULL,
	"times" integer NOT NULL,
	"known_mm" jsonb,
	"seed" integer NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "gauge_studies_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "gauge_studies_name" CHECK (length(trim("gauge_studies"."name")) between 1 and 80),
	CONSTRAINT "gauge_studies_band" CHECK ("gauge_studies"."band_mm" > 0),
	CONSTRAINT "gauge_studies_people" CHECK (cardinality("gauge_studies"."people") between 1 and 5),
	CONSTRAINT "gauge_studies_valves" CHECK (cardinality("gauge_studies"."valves") between 2 and 24),
	CONSTRAINT "gauge_studies_times" CHECK ("gauge_studies"."times" between 2 and 5)
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "hand_counts" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "gauge_readings" ADD CONSTRAINT "gauge_readings_study" FOREIGN KEY ("shop_id","study_id") REFERENCES "public"."gauge_studies"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_readings" ADD CONSTRAINT "gauge_readings_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_studies" ADD CONSTRAINT "gauge_studies_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_studies" ADD CONSTRAINT "gauge_studies_by" FOREIGN KEY ("shop_id","by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "gauge_studies_newest" ON "gauge_studies" USING btree ("shop_id","at");