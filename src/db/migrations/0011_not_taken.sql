CREATE TABLE "refused_batches" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"person_name" text DEFAULT '' NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"why" text NOT NULL,
	"entries" json NOT NULL,
	CONSTRAINT "refused_of_shop" UNIQUE("shop_id","id"),
	CONSTRAINT "refused_why" CHECK (length("refused_batches"."why") between 1 and 1000)
);
--> statement-breakpoint
CREATE TABLE "refused_dealt" (
	"batch_id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"person_name" text DEFAULT '' NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"how" text NOT NULL,
	"reason" text,
	CONSTRAINT "dealt_how" CHECK ("refused_dealt"."how" in ('note', 'again', 'dropped')),
	CONSTRAINT "dealt_reason" CHECK (length(trim("refused_dealt"."reason")) between 1 and 300),
	CONSTRAINT "dealt_dropped" CHECK ("refused_dealt"."how" <> 'dropped' or "refused_dealt"."reason" is not null)
);
--> statement-breakpoint
ALTER TABLE "refused_batches" ADD CONSTRAINT "refused_job" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refused_batches" ADD CONSTRAINT "refused_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refused_dealt" ADD CONSTRAINT "dealt_batch" FOREIGN KEY ("shop_id","batch_id") REFERENCES "public"."refused_batches"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refused_dealt" ADD CONSTRAINT "dealt_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "refused_of_job" ON "refused_batches" USING btree ("job_id");