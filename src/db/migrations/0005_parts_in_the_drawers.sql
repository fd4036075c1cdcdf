CREATE TABLE "micrometer_checks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"micrometer_id" uuid NOT NULL,
	"piece_mm" numeric(9, 6) NOT NULL,
	"read_mm" numeric(9, 6) NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "micrometer_checks_near" CHECK ("micrometer_checks"."piece_mm" > 0 and abs("micrometer_checks"."read_mm" - "micrometer_checks"."piece_mm") <= 1)
);
--> statement-breakpoint
CREATE TABLE "micrometers" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"step_mm" numeric(9, 6) NOT NULL,
	CONSTRAINT "micrometers_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "micrometers_name_once" UNIQUE("shop_id","name"),
	CONSTRAINT "micrometers_name" CHECK (length(trim("micrometers"."name")) between 1 and 60),
	CONSTRAINT "micrometers_step" CHECK ("micrometers"."step_mm" > 0 and "micrometers"."step_mm" <= 0.1)
);
--> statement-breakpoint
CREATE TABLE "part_moves" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"part_id" uuid NOT NULL,
	"change" integer NOT NULL,
	"reason" text NOT NULL,
	"job_id" uuid,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "part_moves_change" CHECK ("part_moves"."change" <> 0 and "part_moves"."change" between -100000 and 100000),
	CONSTRAINT "part_moves_reason" CHECK ("part_moves"."reason" in ('counted', 'taken', 'returned', 'delivered', 'corrected', 'scrapped')),
	CONSTRAINT "part_moves_sense" CHECK (case "part_moves"."reason" when 'taken' then "part_moves"."change" < 0 when 'scrapped' then "part_moves"."change" < 0 when 'corrected' then true else "part_moves"."change" > 0 end)
);
--> statement-breakpoint
CREATE TABLE "parts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"diameter_mm" numeric(9, 6),
	"mark" text,
	"thickness_mm" numeric(9, 6) NOT NULL,
	"micrometer_id" uuid,
	"read_mm" numeric(9, 6),
	"worn" boolean DEFAULT false NOT NULL,
	"place" text,
	"cost" numeric(12, 3),
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "parts_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "parts_kind" CHECK ("parts"."kind" in ('shim-over', 'shim-under', 'bucket', 'opener', 'closer', 'lash-cap', 'rocker-shim')),
	CONSTRAINT "parts_thickness" CHECK ("parts"."thickness_mm" > 0 and "parts"."thickness_mm" <= 50),
	CONSTRAINT "parts_diameter" CHECK ("parts"."diameter_mm" > 0 and "parts"."diameter_mm" <= 100),
	CONSTRAINT "parts_measured" CHECK (("parts"."micrometer_id" is null) = ("parts"."read_mm" is null) and ("parts"."read_mm" is not null or "parts"."mark" is not null)),
	CONSTRAINT "parts_texts" CHECK (("parts"."mark" is null or length(trim("parts"."mark")) between 1 and 30) and ("parts"."place" is null or length(trim("parts"."place")) between 1 and 60)),
	CONSTRAINT "parts_cost" CHECK ("parts"."cost" >= 0)
);
--> statement-breakpoint
ALTER TABLE "micrometer_checks" ADD CONSTRAINT "micrometer_checks_of" FOREIGN KEY ("shop_id","micrometer_id") REFERENCES "public"."micrometers"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "micrometer_checks" ADD CONSTRAINT "micrometer_checks_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "micrometers" ADD CONSTRAINT "micrometers_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_moves" ADD CONSTRAINT "part_moves_part" FOREIGN KEY ("shop_id","part_id") REFERENCES "public"."parts"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_moves" ADD CONSTRAINT "part_moves_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_moves" ADD CONSTRAINT "part_moves_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parts" ADD CONSTRAINT "parts_micrometer" FOREIGN KEY ("shop_id","micrometer_id") REFERENCES "public"."micrometers"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "part_moves_of_part" ON "part_moves" USING btree ("part_id");--> statement-breakpoint
CREATE TRIGGER micrometer_checks_append_only BEFORE UPDATE OR DELETE ON micrometer_checks FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER parts_append_only BEFORE UPDATE OR DELETE ON parts FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER part_moves_append_only BEFORE UPDATE OR DELETE ON part_moves FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- What lies in a drawer is the sum of its moves. One writer of a part at a time, so that two can't take the last one.
CREATE FUNCTION guard_part_move() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  lies bigint;
BEGIN
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.part_id::text, 1));
  SELECT coalesce(sum(m.change), 0) INTO lies FROM part_moves m WHERE m.part_id = NEW.part_id;
  IF lies + NEW.change < 0 THEN
    RAISE EXCEPTION 'only % of this part are there', lies USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER part_moves_guard BEFORE INSERT ON part_moves FOR EACH ROW EXECUTE FUNCTION guard_part_move();
