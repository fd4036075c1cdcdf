CREATE TABLE "commands" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"what" text NOT NULL,
	"hash" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "commands_key" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "commands" ADD CONSTRAINT "commands_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;