ALTER TABLE "entries" ADD COLUMN "person_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "entries" ADD COLUMN "made_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "opened_by_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
-- What is there already is taken to have been made when it came, by whoever has the name now.
ALTER TABLE "entries" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "entries" e SET "made_at" = e."at", "person_name" = p."name" FROM "people" p WHERE p."id" = e."person_id";--> statement-breakpoint
ALTER TABLE "entries" ENABLE TRIGGER USER;--> statement-breakpoint
ALTER TABLE "jobs" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "jobs" j SET "opened_by_name" = p."name" FROM "people" p WHERE p."id" = j."opened_by";--> statement-breakpoint
ALTER TABLE "jobs" ENABLE TRIGGER USER;
