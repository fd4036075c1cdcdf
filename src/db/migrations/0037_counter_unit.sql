ALTER TABLE "engine_forecasts" DROP CONSTRAINT "engine_forecasts_unit";--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "counter_unit" text DEFAULT 'h' NOT NULL;--> statement-breakpoint
ALTER TABLE "engines" ADD COLUMN "due_days_left" double precision GENERATED ALWAYS AS ((deadline->>'daysLeft')::float8) STORED;--> statement-breakpoint
ALTER TABLE "engines" DROP COLUMN "due_hours_left";--> statement-breakpoint
ALTER TABLE "engines" ADD CONSTRAINT "engines_counter_unit" CHECK ("engines"."counter_unit" in ('h', 'km', 'mi', 'starts'));--> statement-breakpoint
ALTER TABLE "engine_forecasts" ADD CONSTRAINT "engine_forecasts_unit" CHECK ("engine_forecasts"."unit" in ('h', 'km', 'mi', 'starts', 'days'));--> statement-breakpoint
UPDATE "engines" SET
  "counter" = case when "counter" is null then null else jsonb_build_object(
    'newest', jsonb_build_object('day', "counter"->'newest'->'day', 'count', "counter"->'newest'->'hours'),
    'firstCount', "counter"->'firstHours', 'perWeek', "counter"->'hoursPerWeek') end,
  "deadline" = case when "deadline" is null then null else jsonb_build_object(
    'rule', case when "deadline"->>'rule' = 'hours' then '"count"'::jsonb else "deadline"->'rule' end,
    'why', "deadline"->'why', 'day', "deadline"->'day', 'unit', 'h', 'atCount', "deadline"->'atHours',
    'countLeft', "deadline"->'hoursLeft', 'daysLeft', "deadline"->'hoursLeft') end
WHERE "counter" is not null or "deadline" is not null;
