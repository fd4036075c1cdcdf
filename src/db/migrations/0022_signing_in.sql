CREATE TABLE "users" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"username" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "users_email_once" UNIQUE("email"),
	CONSTRAINT "users_name_once" UNIQUE("username")
);
--> statement-breakpoint
CREATE TABLE "accounts" (
	"id" uuid PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"password" text,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "devices" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"enrolled_by" uuid NOT NULL,
	"enrolled_at" timestamp with time zone DEFAULT now() NOT NULL,
	"retired_at" timestamp with time zone,
	CONSTRAINT "devices_key" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "devices_name" CHECK (length(trim("devices"."name")) between 1 and 60)
);
--> statement-breakpoint
CREATE TABLE "pins" (
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"set_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "pins_key" PRIMARY KEY("shop_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"token" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"device_id" uuid,
	"shop_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sessions_token_once" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "tries" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "verifications" (
	"id" uuid PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "user_id" uuid;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "made_up" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "quiet_minutes" integer DEFAULT 15 NOT NULL;--> statement-breakpoint
ALTER TABLE "accounts" ADD CONSTRAINT "accounts_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_enrolled_by" FOREIGN KEY ("shop_id","enrolled_by") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pins" ADD CONSTRAINT "pins_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "accounts_of_user" ON "accounts" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "sessions_of_user" ON "sessions" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "verifications_identifier" ON "verifications" USING btree ("identifier");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "people_of_user" ON "people" USING btree ("user_id");--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_user_once" UNIQUE("shop_id","user_id");--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_name" CHECK (length(trim("shops"."name")) between 1 and 60);--> statement-breakpoint
ALTER TABLE "shops" ADD CONSTRAINT "shops_quiet" CHECK ("shops"."quiet_minutes" between 0 and 240);
--> statement-breakpoint
UPDATE "shops" SET "made_up" = true WHERE "name" = 'Saltmarket Lane Engine Service' AND EXISTS (SELECT 1 FROM "people" p WHERE p."shop_id" = "shops"."id" AND p."name" = 'Tamsin Oake');--> statement-breakpoint
INSERT INTO "users" ("id", "name", "email", "username") SELECT "id", "name", "id" || '@shop.invalid', lower(regexp_replace(trim("name"), '\s+', ' ', 'g')) || CASE WHEN row_number() OVER (PARTITION BY lower(regexp_replace(trim("name"), '\s+', ' ', 'g')) ORDER BY "id") = 1 THEN '' ELSE ' ' || left("id"::text, 4) END FROM "people";--> statement-breakpoint
UPDATE "people" SET "user_id" = "id";--> statement-breakpoint
DROP FUNCTION IF EXISTS begin_shop(uuid, text, text, text, uuid, text, text);--> statement-breakpoint
DROP FUNCTION IF EXISTS take_in(uuid, uuid, uuid, text, text, text);
