CREATE TABLE "engine_geometry" (
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"engine_id" uuid NOT NULL,
	"role" text NOT NULL,
	"typed" json NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "engine_geometry_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "engine_geometry_role" CHECK ("engine_geometry"."role" in ('both', 'intake', 'exhaust'))
);
--> statement-breakpoint
ALTER TABLE "engine_geometry" ADD CONSTRAINT "engine_geometry_engine" FOREIGN KEY ("shop_id","engine_id") REFERENCES "public"."engines"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "engine_geometry" ADD CONSTRAINT "engine_geometry_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "engine_geometry_of_engine" ON "engine_geometry" USING btree ("shop_id","engine_id","at");