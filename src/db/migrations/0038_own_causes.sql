CREATE TABLE "shop_causes" (
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"text" text NOT NULL,
	"check" text,
	"side" text NOT NULL,
	"not_wear" boolean NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	"added_by" uuid NOT NULL,
	"retired_at" timestamp with time zone,
	CONSTRAINT "shop_causes_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "shop_causes_once" UNIQUE("shop_id","text"),
	CONSTRAINT "shop_causes_text" CHECK (length(trim("shop_causes"."text")) between 1 and 60),
	CONSTRAINT "shop_causes_check" CHECK (length(trim("shop_causes"."check")) between 1 and 160),
	CONSTRAINT "shop_causes_side" CHECK ("shop_causes"."side" in ('tight', 'loose', 'either'))
);
--> statement-breakpoint
ALTER TABLE "shop_causes" ADD CONSTRAINT "shop_causes_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shop_causes" ADD CONSTRAINT "shop_causes_added_by" FOREIGN KEY ("shop_id","added_by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;