ALTER TABLE "order_events" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "orders" ADD COLUMN "currency" text DEFAULT 'EUR' NOT NULL;--> statement-breakpoint
ALTER TABLE "order_events" ADD CONSTRAINT "order_events_person" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "order_events" ADD CONSTRAINT "order_events_by" CHECK ("order_events"."person_id" is null or "order_events"."kind" = 'unwanted');--> statement-breakpoint
ALTER TABLE "orders" ADD CONSTRAINT "orders_currency" CHECK ("orders"."currency" in ('AUD', 'BRL', 'CAD', 'CHF', 'CZK', 'DKK', 'EUR', 'GBP', 'HUF', 'INR', 'JPY', 'MXN', 'NOK', 'NZD', 'PLN', 'SEK', 'TRY', 'USD', 'ZAR'));