ALTER TABLE "people" ADD COLUMN "length_unit" text;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "length_unit" text DEFAULT 'mm' NOT NULL;--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_length_unit" CHECK ("people"."length_unit" in ('mm', 'in'));--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_length_unit" CHECK ("shops"."length_unit" in ('mm', 'in'));