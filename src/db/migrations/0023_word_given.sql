ALTER TABLE "entries" ADD COLUMN "word_by" uuid;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "word_by_name" text;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_word_by" FOREIGN KEY ("shop_id","word_by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entries" ADD CONSTRAINT "entries_word_of_another" CHECK ("entries"."word_by" <> "entries"."person_id");