CREATE TABLE "jobs_in_hand" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid PRIMARY KEY NOT NULL
);
--> statement-breakpoint
ALTER TABLE "engine_models" ADD COLUMN "name" text GENERATED ALWAYS AS (coalesce(file->>'name', '')) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "engine_models" ADD COLUMN "notes" text GENERATED ALWAYS AS (file->>'notes') STORED;--> statement-breakpoint
ALTER TABLE "jobs_in_hand" ADD CONSTRAINT "jobs_in_hand_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jobs_in_hand_of_shop" ON "jobs_in_hand" USING btree ("shop_id");--> statement-breakpoint
CREATE INDEX "jobs_with_note" ON "jobs" USING btree ("shop_id") WHERE "jobs"."note" is not null;--> statement-breakpoint
CREATE INDEX "entries_ended_in_shop" ON "entries" USING btree ("shop_id","at") WHERE "entries"."kind" in ('closed', 'called-off');