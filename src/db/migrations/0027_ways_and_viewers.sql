CREATE TABLE "engine_viewers" (
	"shop_id" uuid NOT NULL,
	"engine_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "engine_viewers_key" PRIMARY KEY("shop_id","engine_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "people" DROP CONSTRAINT "people_role";--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "temperature_unit" text DEFAULT 'C' NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "paper" text DEFAULT 'a4' NOT NULL;--> statement-breakpoint
ALTER TABLE "micrometers" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "engine_viewers" ADD CONSTRAINT "engine_viewers_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_viewers" ADD CONSTRAINT "engine_viewers_engine" FOREIGN KEY ("shop_id","engine_id") REFERENCES "public"."engines"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_viewers" ADD CONSTRAINT "engine_viewers_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "engine_viewers_of_person" ON "engine_viewers" USING btree ("shop_id","person_id");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_role" CHECK ("people"."role" in ('lead', 'mechanic', 'apprentice', 'viewer'));--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_temperature_unit" CHECK ("shops"."temperature_unit" in ('C', 'F'));--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_paper" CHECK ("shops"."paper" in ('a4', 'letter'));--> statement-breakpoint
DROP FUNCTION IF EXISTS begin_shop(uuid, text, text, text, uuid, text, text, text, text);