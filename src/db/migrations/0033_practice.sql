CREATE TABLE "practice_sessions" (
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"person_id" uuid,
	"exercise" text NOT NULL,
	"level" text NOT NULL,
	"seed" integer NOT NULL,
	"engine_id" uuid,
	"engine_file" jsonb NOT NULL,
	"leaves" jsonb NOT NULL,
	"school" text NOT NULL,
	"begun_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	"marks" jsonb,
	CONSTRAINT "practice_sessions_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "practice_sessions_seed" CHECK ("practice_sessions"."seed" > 0),
	CONSTRAINT "practice_sessions_level" CHECK ("practice_sessions"."level" in ('guided', 'prompted', 'alone')),
	CONSTRAINT "practice_sessions_ended" CHECK (("practice_sessions"."ended_at" is null) = ("practice_sessions"."marks" is null))
);
--> statement-breakpoint
CREATE TABLE "practice_steps" (
	"shop_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"id" uuid NOT NULL,
	"action" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "practice_steps_key" PRIMARY KEY("shop_id","session_id","seq"),
	CONSTRAINT "practice_steps_seq" CHECK ("practice_steps"."seq" between 1 and 2000)
);
--> statement-breakpoint
ALTER TABLE "practice_sessions" ADD CONSTRAINT "practice_sessions_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_sessions" ADD CONSTRAINT "practice_sessions_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_steps" ADD CONSTRAINT "practice_steps_session" FOREIGN KEY ("shop_id","session_id") REFERENCES "public"."practice_sessions"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_sessions_newest" ON "practice_sessions" USING btree ("shop_id","person_id","begun_at");