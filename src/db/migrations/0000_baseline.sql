-- All tables, their constraints and indexes. What the database refuses and does by itself stands in ../functions.

CREATE TABLE accounts (
  id uuid NOT NULL,
  user_id uuid NOT NULL,
  account_id text NOT NULL,
  provider_id text NOT NULL,
  password text,
  access_token text,
  refresh_token text,
  id_token text,
  access_token_expires_at timestamp with time zone,
  refresh_token_expires_at timestamp with time zone,
  scope text,
  created_at timestamp with time zone DEFAULT now() NOT NULL,
  updated_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE applied_functions (
  name text NOT NULL,
  hash text NOT NULL
);

CREATE TABLE commands (
  shop_id uuid NOT NULL,
  id uuid NOT NULL,
  what text NOT NULL,
  hash text NOT NULL,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE devices (
  shop_id uuid NOT NULL,
  id uuid NOT NULL,
  name text NOT NULL,
  hash text NOT NULL,
  enrolled_by uuid NOT NULL,
  enrolled_at timestamp with time zone DEFAULT now() NOT NULL,
  retired_at timestamp with time zone,
  CONSTRAINT devices_name CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60)))
);

CREATE TABLE engine_forecasts (
  shop_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  unit text NOT NULL,
  risk numeric(5,4) NOT NULL,
  from_at timestamp with time zone NOT NULL,
  from_hours numeric(9,1),
  use_left numeric(9,1),
  first_valve text,
  unknown_roles integer NOT NULL,
  rates jsonb,
  CONSTRAINT engine_forecasts_unit CHECK ((unit = ANY (ARRAY['h'::text, 'km'::text, 'mi'::text, 'starts'::text, 'days'::text])))
);

CREATE TABLE engine_geometry (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  role text NOT NULL,
  typed json NOT NULL,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT engine_geometry_role CHECK ((role = ANY (ARRAY['both'::text, 'intake'::text, 'exhaust'::text])))
);

CREATE TABLE engine_models (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  file json NOT NULL,
  changed_at timestamp with time zone DEFAULT now() NOT NULL,
  name text GENERATED ALWAYS AS (COALESCE((file ->> 'name'::text), ''::text)) STORED NOT NULL,
  notes text GENERATED ALWAYS AS ((file ->> 'notes'::text)) STORED,
  sector text GENERATED ALWAYS AS ((file ->> 'sector'::text)) STORED,
  CONSTRAINT engine_models_format CHECK (((file ->> 'format'::text) = 'fulcrata-engine/1'::text))
);

CREATE TABLE engine_use (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  hours numeric(9,1) NOT NULL,
  person_id uuid NOT NULL,
  CONSTRAINT engine_use_hours CHECK ((hours >= (0)::numeric))
);

CREATE TABLE engine_viewers (
  shop_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  person_id uuid NOT NULL
);

CREATE TABLE engines (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  model_id uuid NOT NULL,
  serial text,
  running_hours numeric(9,1),
  added_at timestamp with time zone DEFAULT now() NOT NULL,
  customer text,
  archived_at timestamp with time zone,
  interval_hours numeric(9,1),
  interval_days integer,
  interval_words text,
  counter jsonb,
  deadline jsonb,
  due_day double precision GENERATED ALWAYS AS (((deadline ->> 'day'::text))::double precision) STORED,
  deadline_stale boolean DEFAULT false NOT NULL,
  counter_unit text DEFAULT 'h'::text NOT NULL,
  due_days_left double precision GENERATED ALWAYS AS (((deadline ->> 'daysLeft'::text))::double precision) STORED,
  CONSTRAINT engines_counter_unit CHECK ((counter_unit = ANY (ARRAY['h'::text, 'km'::text, 'mi'::text, 'starts'::text]))),
  CONSTRAINT engines_customer CHECK (((length(TRIM(BOTH FROM customer)) >= 1) AND (length(TRIM(BOTH FROM customer)) <= 120))),
  CONSTRAINT engines_hours CHECK ((running_hours >= (0)::numeric)),
  CONSTRAINT engines_interval_days CHECK (((interval_days >= 1) AND (interval_days <= 7300))),
  CONSTRAINT engines_interval_hours CHECK ((interval_hours > (0)::numeric)),
  CONSTRAINT engines_interval_words CHECK (((length(TRIM(BOTH FROM interval_words)) >= 1) AND (length(TRIM(BOTH FROM interval_words)) <= 120)))
);

CREATE TABLE entries (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  seq integer NOT NULL,
  kind text NOT NULL,
  supersedes uuid,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  valve text,
  stop text,
  pass text,
  goes_mm numeric(9,6),
  goes_text text,
  no_go_mm numeric(9,6),
  no_go_text text,
  reason text,
  turns numeric(10,6),
  reading_id uuid,
  school text,
  value_mm numeric(9,6),
  value_text text,
  instrument text,
  aim_mm numeric(9,6),
  locked boolean,
  subject text,
  zero_school text,
  found_turns numeric(10,6),
  apart_turns numeric(10,6),
  length_mm numeric(9,6),
  from_mm numeric(9,6),
  celsius numeric(10,6),
  part_from text,
  part text,
  felt text,
  count integer,
  turned boolean,
  person_name text DEFAULT ''::text NOT NULL,
  made_at timestamp with time zone DEFAULT now() NOT NULL,
  word_by uuid,
  word_by_name text,
  CONSTRAINT entries_aim CHECK (((aim_mm >= ('-10'::integer)::numeric) AND (aim_mm <= (10)::numeric))),
  CONSTRAINT entries_celsius CHECK (((celsius >= ('-60'::integer)::numeric) AND (celsius <= (250)::numeric))),
  CONSTRAINT entries_count CHECK (((count >= 0) AND (count <= 99))),
  CONSTRAINT entries_instrument CHECK (((length(instrument) >= 1) AND (length(instrument) <= 60))),
  CONSTRAINT entries_lengths CHECK (((length_mm > (0)::numeric) AND (from_mm > (0)::numeric))),
  CONSTRAINT entries_not_itself CHECK ((supersedes <> id)),
  CONSTRAINT entries_part_from CHECK (((length(part_from) >= 1) AND (length(part_from) <= 80))),
  CONSTRAINT entries_reading_sense CHECK (((goes_mm >= (0)::numeric) AND (no_go_mm > goes_mm) AND (no_go_mm <= (10)::numeric))),
  CONSTRAINT entries_reason CHECK (((length(TRIM(BOTH FROM reason)) >= 1) AND (length(TRIM(BOTH FROM reason)) <= 300))),
  CONSTRAINT entries_seq CHECK ((seq > 0)),
  CONSTRAINT entries_turns CHECK (((turns >= ('-50'::integer)::numeric) AND (turns <= (50)::numeric))),
  CONSTRAINT entries_value CHECK ((((value_mm IS NULL) = (value_text IS NULL)) AND ((value_mm >= goes_mm) AND (value_mm <= no_go_mm)))),
  CONSTRAINT entries_word_of_another CHECK ((word_by <> person_id)),
  CONSTRAINT entries_zero_turns CHECK ((((found_turns >= (0)::numeric) AND (found_turns <= (20)::numeric)) AND ((apart_turns >= ('-5'::integer)::numeric) AND (apart_turns <= (5)::numeric))))
);

CREATE TABLE entry_fields (
  kind text NOT NULL,
  column_name text NOT NULL,
  required boolean NOT NULL,
  words text[]
);

CREATE TABLE entry_kinds (
  kind text NOT NULL,
  at_valve boolean NOT NULL,
  effect text NOT NULL,
  takes_back boolean NOT NULL
);

CREATE TABLE feeler_leaves (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  set_id uuid NOT NULL,
  mm_mark text,
  inch_mark text,
  thickness_mm numeric(9,6) NOT NULL,
  worn_at timestamp with time zone,
  CONSTRAINT feeler_leaves_marked CHECK (((mm_mark IS NOT NULL) OR (inch_mark IS NOT NULL))),
  CONSTRAINT feeler_leaves_thickness CHECK (((thickness_mm > (0)::numeric) AND (thickness_mm <= (10)::numeric)))
);

CREATE TABLE feeler_sets (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  name text NOT NULL,
  system text NOT NULL,
  retired_at timestamp with time zone,
  CONSTRAINT feeler_sets_name CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60))),
  CONSTRAINT feeler_sets_system CHECK ((system = ANY (ARRAY['metric'::text, 'inch'::text])))
);

CREATE TABLE gauge_readings (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  study_id uuid NOT NULL,
  person_id uuid NOT NULL,
  valve text NOT NULL,
  "time" integer NOT NULL,
  value_mm numeric(9,6) NOT NULL,
  text text NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT gauge_readings_value CHECK ((value_mm >= (0)::numeric))
);

CREATE TABLE gauge_studies (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  name text NOT NULL,
  band_mm numeric(9,6) NOT NULL,
  people uuid[] NOT NULL,
  valves text[] NOT NULL,
  times integer NOT NULL,
  known_mm jsonb,
  seed integer NOT NULL,
  by uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  ended_at timestamp with time zone,
  CONSTRAINT gauge_studies_band CHECK ((band_mm > (0)::numeric)),
  CONSTRAINT gauge_studies_name CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
  CONSTRAINT gauge_studies_people CHECK (((cardinality(people) >= 1) AND (cardinality(people) <= 5))),
  CONSTRAINT gauge_studies_times CHECK (((times >= 2) AND (times <= 5))),
  CONSTRAINT gauge_studies_valves CHECK (((cardinality(valves) >= 2) AND (cardinality(valves) <= 24)))
);

CREATE UNLOGGED TABLE hands (
  job_id uuid NOT NULL,
  device uuid NOT NULL,
  shop_id uuid NOT NULL,
  person_id uuid NOT NULL,
  valve text,
  seen_at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT hands_valve CHECK (((length(valve) >= 1) AND (length(valve) <= 60)))
);

CREATE TABLE job_feeler_sets (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  set_id uuid NOT NULL,
  "position" integer NOT NULL
);

CREATE TABLE job_results (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  closed_at timestamp with time zone NOT NULL,
  running_hours numeric(9,1),
  state text NOT NULL,
  spec_state text NOT NULL,
  work text NOT NULL,
  lock_shifts json,
  CONSTRAINT job_results_spec_state CHECK ((spec_state = ANY (ARRAY['cold'::text, 'hot'::text]))),
  CONSTRAINT job_results_state CHECK ((state = ANY (ARRAY['cold'::text, 'hot'::text]))),
  CONSTRAINT job_results_work CHECK ((work = ANY (ARRAY['lash'::text, 'preload'::text, 'dry-gap'::text])))
);

CREATE TABLE job_valves (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  valve text NOT NULL,
  cylinder text NOT NULL,
  role text NOT NULL,
  "position" integer NOT NULL,
  nominal_mm numeric(9,6) NOT NULL,
  low_mm numeric(9,6) NOT NULL,
  high_mm numeric(9,6) NOT NULL,
  CONSTRAINT job_valves_band CHECK ((((0)::numeric <= low_mm) AND (low_mm <= nominal_mm) AND (nominal_mm <= high_mm))),
  CONSTRAINT job_valves_role CHECK ((role = ANY (ARRAY['intake'::text, 'exhaust'::text, 'injector'::text])))
);

CREATE TABLE jobs (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  opened_by uuid NOT NULL,
  opened_at timestamp with time zone DEFAULT now() NOT NULL,
  state text NOT NULL,
  temperature_c numeric(10,6),
  running_hours numeric(9,1),
  feeler_set_id uuid NOT NULL,
  method text NOT NULL,
  required_margin_deg numeric(10,6) NOT NULL,
  cautions text[] NOT NULL,
  engine_file json NOT NULL,
  route json NOT NULL,
  serving_order text DEFAULT 'crank'::text NOT NULL,
  opening_share numeric(5,4) DEFAULT 0.1 NOT NULL,
  closing_share numeric(5,4) DEFAULT 0.25 NOT NULL,
  marks_only boolean DEFAULT false NOT NULL,
  purpose text DEFAULT 'routine'::text NOT NULL,
  note text,
  survey boolean DEFAULT false NOT NULL,
  all_to_aim_mm numeric(9,6),
  last_time json DEFAULT '{}'::json NOT NULL,
  heat_offset json,
  mm_per_turn numeric(9,6),
  bleed_minutes integer,
  air_c numeric(10,6),
  licensed text,
  bank integer,
  task text NOT NULL,
  plan json,
  opened_by_name text DEFAULT ''::text NOT NULL,
  CONSTRAINT jobs_air CHECK (((air_c >= ('-60'::integer)::numeric) AND (air_c <= (60)::numeric))),
  CONSTRAINT jobs_all_to_aim CHECK (((all_to_aim_mm > (0)::numeric) AND (all_to_aim_mm <= (1)::numeric))),
  CONSTRAINT jobs_bank CHECK (((bank >= 0) AND (bank <= 3))),
  CONSTRAINT jobs_bleed CHECK (((bleed_minutes IS NULL) OR ((mm_per_turn IS NOT NULL) AND ((bleed_minutes >= 1) AND (bleed_minutes <= 240))))),
  CONSTRAINT jobs_cautions CHECK ((cardinality(cautions) > 0)),
  CONSTRAINT jobs_licensed CHECK (((length(TRIM(BOTH FROM licensed)) >= 1) AND (length(TRIM(BOTH FROM licensed)) <= 120))),
  CONSTRAINT jobs_margin CHECK (((required_margin_deg >= (0)::numeric) AND (required_margin_deg <= (180)::numeric))),
  CONSTRAINT jobs_method CHECK ((method = ANY (ARRAY['firing-order'::text, 'two-stop'::text, 'opening-closing'::text, 'full-lift'::text, 'companion-lift'::text, 'rocking'::text, 'own-lobe'::text, 'fewest'::text, 'lobe-in-sight'::text]))),
  CONSTRAINT jobs_mm_per_turn CHECK ((mm_per_turn > (0)::numeric)),
  CONSTRAINT jobs_note CHECK (((length(TRIM(BOTH FROM note)) >= 1) AND (length(TRIM(BOTH FROM note)) <= 500))),
  CONSTRAINT jobs_offset CHECK (((heat_offset IS NULL) OR ((heat_offset ->> 'specState'::text) <> state))),
  CONSTRAINT jobs_purpose CHECK ((purpose = ANY (ARRAY['routine'::text, 'noise'::text, 'after-work'::text, 'first-start'::text, 'race-check'::text]))),
  CONSTRAINT jobs_route CHECK (((json_array_length(route) > 0) OR (task = 'build-check'::text))),
  CONSTRAINT jobs_serving_order CHECK ((serving_order = ANY (ARRAY['crank'::text, 'cylinder'::text, 'intakes-first'::text, 'bank'::text]))),
  CONSTRAINT jobs_shares CHECK ((((opening_share >= (0)::numeric) AND (opening_share <= (1)::numeric)) AND ((closing_share >= (0)::numeric) AND (closing_share <= (1)::numeric)))),
  CONSTRAINT jobs_state CHECK ((state = ANY (ARRAY['cold'::text, 'hot'::text]))),
  CONSTRAINT jobs_temperature CHECK (((temperature_c >= ('-60'::integer)::numeric) AND (temperature_c <= (250)::numeric)))
);

CREATE TABLE jobs_in_hand (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL
);

CREATE TABLE micrometer_checks (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  micrometer_id uuid NOT NULL,
  piece_mm numeric(9,6) NOT NULL,
  read_mm numeric(9,6) NOT NULL,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT micrometer_checks_near CHECK (((piece_mm > (0)::numeric) AND (abs((read_mm - piece_mm)) <= (1)::numeric)))
);

CREATE TABLE micrometers (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  name text NOT NULL,
  step_mm numeric(9,6) NOT NULL,
  retired_at timestamp with time zone,
  CONSTRAINT micrometers_name CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60))),
  CONSTRAINT micrometers_step CHECK (((step_mm > (0)::numeric) AND (step_mm <= 0.1)))
);

CREATE TABLE order_events (
  shop_id uuid NOT NULL,
  order_id uuid NOT NULL,
  kind text NOT NULL,
  due_at timestamp with time zone,
  note text,
  at timestamp with time zone DEFAULT now() NOT NULL,
  person_id uuid,
  CONSTRAINT order_events_by CHECK (((person_id IS NULL) OR (kind = 'unwanted'::text))),
  CONSTRAINT order_events_due CHECK (((kind = 'accepted'::text) = (due_at IS NOT NULL))),
  CONSTRAINT order_events_kind CHECK ((kind = ANY (ARRAY['accepted'::text, 'refused'::text, 'delivered'::text, 'given-up'::text, 'unwanted'::text, 'canceled'::text, 'too-late'::text]))),
  CONSTRAINT order_events_note CHECK ((((kind = 'refused'::text) = (note IS NOT NULL)) AND ((note IS NULL) OR ((length(TRIM(BOTH FROM note)) >= 1) AND (length(TRIM(BOTH FROM note)) <= 300)))))
);

CREATE TABLE order_lines (
  shop_id uuid NOT NULL,
  order_id uuid NOT NULL,
  line integer NOT NULL,
  sku text NOT NULL,
  kind text NOT NULL,
  diameter_mm numeric(9,6),
  thickness_mm numeric(9,6) NOT NULL,
  quantity integer NOT NULL,
  price numeric(12,3) NOT NULL,
  CONSTRAINT order_lines_kind CHECK ((kind = ANY (ARRAY['shim-over'::text, 'shim-under'::text, 'bucket'::text, 'opener'::text, 'closer'::text, 'lash-cap'::text, 'rocker-shim'::text]))),
  CONSTRAINT order_lines_price CHECK ((price >= (0)::numeric)),
  CONSTRAINT order_lines_quantity CHECK (((quantity >= 1) AND (quantity <= 10000))),
  CONSTRAINT order_lines_size CHECK (((thickness_mm > (0)::numeric) AND (thickness_mm <= (50)::numeric) AND ((diameter_mm IS NULL) OR ((diameter_mm > (0)::numeric) AND (diameter_mm <= (100)::numeric))))),
  CONSTRAINT order_lines_sku CHECK (((length(TRIM(BOTH FROM sku)) >= 1) AND (length(TRIM(BOTH FROM sku)) <= 80)))
);

CREATE TABLE orders (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  job_id uuid,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  currency text DEFAULT 'EUR'::text NOT NULL,
  CONSTRAINT orders_currency CHECK ((currency = ANY (ARRAY['AUD'::text, 'BRL'::text, 'CAD'::text, 'CHF'::text, 'CZK'::text, 'DKK'::text, 'EUR'::text, 'GBP'::text, 'HUF'::text, 'INR'::text, 'JPY'::text, 'MXN'::text, 'NOK'::text, 'NZD'::text, 'PLN'::text, 'SEK'::text, 'TRY'::text, 'USD'::text, 'ZAR'::text])))
);

CREATE TABLE part_moves (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  part_id uuid NOT NULL,
  change integer NOT NULL,
  reason text NOT NULL,
  job_id uuid,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT part_moves_change CHECK (((change <> 0) AND ((change >= '-100000'::integer) AND (change <= 100000)))),
  CONSTRAINT part_moves_reason CHECK ((reason = ANY (ARRAY['counted'::text, 'taken'::text, 'returned'::text, 'delivered'::text, 'corrected'::text, 'scrapped'::text]))),
  CONSTRAINT part_moves_sense CHECK (
CASE reason
  WHEN 'taken'::text THEN (change < 0)
  WHEN 'scrapped'::text THEN (change < 0)
  WHEN 'corrected'::text THEN true
  ELSE (change > 0)
END)
);

CREATE TABLE parts (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  kind text NOT NULL,
  diameter_mm numeric(9,6),
  mark text,
  thickness_mm numeric(9,6) NOT NULL,
  micrometer_id uuid,
  read_mm numeric(9,6),
  worn boolean DEFAULT false NOT NULL,
  place text,
  cost numeric(12,3),
  added_at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT parts_cost CHECK ((cost >= (0)::numeric)),
  CONSTRAINT parts_diameter CHECK (((diameter_mm > (0)::numeric) AND (diameter_mm <= (100)::numeric))),
  CONSTRAINT parts_kind CHECK ((kind = ANY (ARRAY['shim-over'::text, 'shim-under'::text, 'bucket'::text, 'opener'::text, 'closer'::text, 'lash-cap'::text, 'rocker-shim'::text]))),
  CONSTRAINT parts_measured CHECK ((((micrometer_id IS NULL) = (read_mm IS NULL)) AND ((read_mm IS NOT NULL) OR (mark IS NOT NULL)))),
  CONSTRAINT parts_texts CHECK ((((mark IS NULL) OR ((length(TRIM(BOTH FROM mark)) >= 1) AND (length(TRIM(BOTH FROM mark)) <= 30))) AND ((place IS NULL) OR ((length(TRIM(BOTH FROM place)) >= 1) AND (length(TRIM(BOTH FROM place)) <= 60))))),
  CONSTRAINT parts_thickness CHECK (((thickness_mm > (0)::numeric) AND (thickness_mm <= (50)::numeric)))
);

CREATE TABLE parts_out (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  valve text NOT NULL,
  kind text NOT NULL,
  micrometer_id uuid,
  read_text text NOT NULL,
  thickness_mm numeric(9,6) NOT NULL,
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT parts_out_kind CHECK (((kind = ANY (ARRAY['part'::text, 'test-part'::text, 'open-gap'::text])) AND ((kind <> 'open-gap'::text) OR (micrometer_id IS NULL)))),
  CONSTRAINT parts_out_size CHECK (((thickness_mm > (0)::numeric) AND (thickness_mm <= (50)::numeric) AND ((length(TRIM(BOTH FROM read_text)) >= 1) AND (length(TRIM(BOTH FROM read_text)) <= 40))))
);

CREATE TABLE people (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  name text NOT NULL,
  role text NOT NULL,
  school text DEFAULT 'go-no-go'::text NOT NULL,
  length_unit text,
  user_id uuid,
  retired_at timestamp with time zone,
  hand_counts boolean DEFAULT true NOT NULL,
  screen_counts boolean DEFAULT false NOT NULL,
  CONSTRAINT people_length_unit CHECK ((length_unit = ANY (ARRAY['mm'::text, 'in'::text]))),
  CONSTRAINT people_name CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60))),
  CONSTRAINT people_role CHECK ((role = ANY (ARRAY['lead'::text, 'mechanic'::text, 'apprentice'::text, 'viewer'::text]))),
  CONSTRAINT people_school CHECK ((school = ANY (ARRAY['go-no-go'::text, 'drag'::text, 'overshoot'::text])))
);

CREATE TABLE pins (
  shop_id uuid NOT NULL,
  person_id uuid NOT NULL,
  hash text NOT NULL,
  set_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE practice_sessions (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  person_id uuid,
  exercise text NOT NULL,
  level text NOT NULL,
  seed integer NOT NULL,
  engine_id uuid,
  engine_file jsonb NOT NULL,
  leaves jsonb NOT NULL,
  school text NOT NULL,
  begun_at timestamp with time zone DEFAULT now() NOT NULL,
  ended_at timestamp with time zone,
  marks jsonb,
  job_id uuid,
  covered boolean DEFAULT false NOT NULL,
  CONSTRAINT practice_sessions_ended CHECK (((ended_at IS NULL) = (marks IS NULL))),
  CONSTRAINT practice_sessions_level CHECK ((level = ANY (ARRAY['guided'::text, 'prompted'::text, 'alone'::text]))),
  CONSTRAINT practice_sessions_seed CHECK ((seed > 0))
);

CREATE TABLE practice_steps (
  shop_id uuid NOT NULL,
  session_id uuid NOT NULL,
  seq integer NOT NULL,
  id uuid NOT NULL,
  action jsonb NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  CONSTRAINT practice_steps_seq CHECK (((seq >= 1) AND (seq <= 2000)))
);

CREATE TABLE refused_batches (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  person_id uuid NOT NULL,
  person_name text DEFAULT ''::text NOT NULL,
  made_at timestamp with time zone NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  why text NOT NULL,
  entries json NOT NULL,
  CONSTRAINT refused_why CHECK (((length(why) >= 1) AND (length(why) <= 1000)))
);

CREATE TABLE refused_dealt (
  batch_id uuid NOT NULL,
  shop_id uuid NOT NULL,
  person_id uuid NOT NULL,
  person_name text DEFAULT ''::text NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  how text NOT NULL,
  reason text,
  CONSTRAINT dealt_dropped CHECK (((how <> 'dropped'::text) OR (reason IS NOT NULL))),
  CONSTRAINT dealt_how CHECK ((how = ANY (ARRAY['note'::text, 'again'::text, 'dropped'::text]))),
  CONSTRAINT dealt_reason CHECK (((length(TRIM(BOTH FROM reason)) >= 1) AND (length(TRIM(BOTH FROM reason)) <= 300)))
);

CREATE TABLE sessions (
  id uuid NOT NULL,
  user_id uuid NOT NULL,
  token text NOT NULL,
  expires_at timestamp with time zone NOT NULL,
  ip_address text,
  user_agent text,
  device_id uuid,
  shop_id uuid,
  created_at timestamp with time zone DEFAULT now() NOT NULL,
  updated_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE shop_causes (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  text text NOT NULL,
  "check" text,
  side text NOT NULL,
  not_wear boolean NOT NULL,
  added_at timestamp with time zone DEFAULT now() NOT NULL,
  added_by uuid NOT NULL,
  retired_at timestamp with time zone,
  CONSTRAINT shop_causes_check CHECK (((length(TRIM(BOTH FROM "check")) >= 1) AND (length(TRIM(BOTH FROM "check")) <= 160))),
  CONSTRAINT shop_causes_side CHECK ((side = ANY (ARRAY['tight'::text, 'loose'::text, 'either'::text]))),
  CONSTRAINT shop_causes_text CHECK (((length(TRIM(BOTH FROM text)) >= 1) AND (length(TRIM(BOTH FROM text)) <= 60)))
);

CREATE TABLE shops (
  id uuid NOT NULL,
  name text NOT NULL,
  bleed_minutes integer DEFAULT 15 NOT NULL,
  bleed_cold_minutes integer DEFAULT 30 NOT NULL,
  caution_days integer DEFAULT 90 NOT NULL,
  length_unit text DEFAULT 'mm'::text NOT NULL,
  bleed_always boolean DEFAULT false NOT NULL,
  currency text DEFAULT 'EUR'::text NOT NULL,
  made_up boolean DEFAULT false NOT NULL,
  quiet_minutes integer DEFAULT 15 NOT NULL,
  temperature_unit text DEFAULT 'C'::text NOT NULL,
  paper text DEFAULT 'a4'::text NOT NULL,
  risk numeric(5,4) DEFAULT 0.05 NOT NULL,
  CONSTRAINT shops_bleed CHECK ((((bleed_minutes >= 1) AND (bleed_minutes <= 240)) AND ((bleed_cold_minutes >= 1) AND (bleed_cold_minutes <= 240)))),
  CONSTRAINT shops_caution_days CHECK (((caution_days >= 0) AND (caution_days <= 366))),
  CONSTRAINT shops_currency CHECK ((currency = ANY (ARRAY['AUD'::text, 'BRL'::text, 'CAD'::text, 'CHF'::text, 'CZK'::text, 'DKK'::text, 'EUR'::text, 'GBP'::text, 'HUF'::text, 'INR'::text, 'JPY'::text, 'MXN'::text, 'NOK'::text, 'NZD'::text, 'PLN'::text, 'SEK'::text, 'TRY'::text, 'USD'::text, 'ZAR'::text]))),
  CONSTRAINT shops_length_unit CHECK ((length_unit = ANY (ARRAY['mm'::text, 'in'::text]))),
  CONSTRAINT shops_name CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60))),
  CONSTRAINT shops_paper CHECK ((paper = ANY (ARRAY['a4'::text, 'letter'::text]))),
  CONSTRAINT shops_quiet CHECK (((quiet_minutes >= 0) AND (quiet_minutes <= 240))),
  CONSTRAINT shops_risk CHECK (((risk >= 0.001) AND (risk <= 0.5))),
  CONSTRAINT shops_temperature_unit CHECK ((temperature_unit = ANY (ARRAY['C'::text, 'F'::text])))
);

CREATE TABLE state_readings (
  id uuid NOT NULL,
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  valve text NOT NULL,
  state text NOT NULL,
  goes_mm numeric(9,6) NOT NULL,
  goes_text text NOT NULL,
  no_go_mm numeric(9,6) NOT NULL,
  no_go_text text NOT NULL,
  temperature_c numeric(10,6),
  person_id uuid NOT NULL,
  at timestamp with time zone DEFAULT now() NOT NULL,
  out_reason text,
  CONSTRAINT state_readings_out CHECK (((length(TRIM(BOTH FROM out_reason)) >= 1) AND (length(TRIM(BOTH FROM out_reason)) <= 300))),
  CONSTRAINT state_readings_sense CHECK (((goes_mm >= (0)::numeric) AND (no_go_mm > goes_mm) AND (no_go_mm <= (10)::numeric))),
  CONSTRAINT state_readings_state CHECK ((state = ANY (ARRAY['cold'::text, 'hot'::text]))),
  CONSTRAINT state_readings_temperature CHECK (((temperature_c >= ('-60'::integer)::numeric) AND (temperature_c <= (250)::numeric)))
);

CREATE TABLE task_entries (
  task text NOT NULL,
  kind text NOT NULL
);

CREATE TABLE task_kinds (
  kind text NOT NULL,
  judges_readings boolean NOT NULL,
  reads_wires boolean NOT NULL,
  keeps_cold_gap boolean NOT NULL,
  either_state boolean NOT NULL
);

CREATE TABLE tries (
  key text NOT NULL,
  points integer NOT NULL,
  expire bigint
);

CREATE TABLE users (
  id uuid NOT NULL,
  name text NOT NULL,
  email text NOT NULL,
  email_verified boolean DEFAULT false NOT NULL,
  image text,
  username text NOT NULL,
  created_at timestamp with time zone DEFAULT now() NOT NULL,
  updated_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE valve_results (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  valve text NOT NULL,
  "position" integer NOT NULL,
  role text NOT NULL,
  nominal_mm numeric(9,6) NOT NULL,
  low_mm numeric(9,6) NOT NULL,
  high_mm numeric(9,6) NOT NULL,
  offset_mm numeric(9,6) NOT NULL,
  found_lo_mm numeric(9,6),
  found_hi_mm numeric(9,6),
  left_lo_mm numeric(9,6),
  left_hi_mm numeric(9,6),
  found_by uuid,
  left_by uuid,
  times_set integer NOT NULL,
  fitted_mm numeric(9,6),
  answers text[] NOT NULL,
  breaks text,
  found_turns numeric(9,6),
  found_plunger_mm numeric(9,6),
  left_turns numeric(9,6),
  left_plunger_mm numeric(9,6),
  left_reading uuid,
  CONSTRAINT valve_results_found CHECK ((((found_lo_mm IS NULL) = (found_hi_mm IS NULL)) AND (found_lo_mm <= found_hi_mm))),
  CONSTRAINT valve_results_left CHECK ((((left_lo_mm IS NULL) = (left_hi_mm IS NULL)) AND (left_lo_mm <= left_hi_mm)))
);

CREATE TABLE verifications (
  id uuid NOT NULL,
  identifier text NOT NULL,
  value text NOT NULL,
  expires_at timestamp with time zone NOT NULL,
  created_at timestamp with time zone DEFAULT now() NOT NULL,
  updated_at timestamp with time zone DEFAULT now() NOT NULL
);

ALTER TABLE accounts
  ADD CONSTRAINT accounts_pkey PRIMARY KEY (id);
ALTER TABLE applied_functions
  ADD CONSTRAINT applied_functions_pkey PRIMARY KEY (name);
ALTER TABLE commands
  ADD CONSTRAINT commands_key PRIMARY KEY (shop_id, id);
ALTER TABLE devices
  ADD CONSTRAINT devices_key PRIMARY KEY (shop_id, id);
ALTER TABLE engine_forecasts
  ADD CONSTRAINT engine_forecasts_key PRIMARY KEY (shop_id, engine_id);
ALTER TABLE engine_geometry
  ADD CONSTRAINT engine_geometry_key PRIMARY KEY (shop_id, id);
ALTER TABLE engine_models
  ADD CONSTRAINT engine_models_key PRIMARY KEY (shop_id, id);
ALTER TABLE engine_use
  ADD CONSTRAINT engine_use_key PRIMARY KEY (shop_id, id);
ALTER TABLE engine_viewers
  ADD CONSTRAINT engine_viewers_key PRIMARY KEY (shop_id, engine_id, person_id);
ALTER TABLE engines
  ADD CONSTRAINT engines_key PRIMARY KEY (shop_id, id);
ALTER TABLE engines
  ADD CONSTRAINT engines_serial_once UNIQUE (shop_id, model_id, serial);
ALTER TABLE entries
  ADD CONSTRAINT entries_in_order UNIQUE (shop_id, job_id, seq);
ALTER TABLE entries
  ADD CONSTRAINT entries_key PRIMARY KEY (shop_id, id);
ALTER TABLE entries
  ADD CONSTRAINT entries_of_job UNIQUE (shop_id, job_id, id);
ALTER TABLE entries
  ADD CONSTRAINT entries_superseded_once UNIQUE (shop_id, supersedes);
ALTER TABLE entry_fields
  ADD CONSTRAINT entry_fields_key PRIMARY KEY (kind, column_name);
ALTER TABLE entry_kinds
  ADD CONSTRAINT entry_kinds_pkey PRIMARY KEY (kind);
ALTER TABLE feeler_leaves
  ADD CONSTRAINT feeler_leaves_key PRIMARY KEY (shop_id, id);
ALTER TABLE feeler_leaves
  ADD CONSTRAINT feeler_leaves_once UNIQUE (shop_id, set_id, thickness_mm);
ALTER TABLE feeler_sets
  ADD CONSTRAINT feeler_sets_key PRIMARY KEY (shop_id, id);
ALTER TABLE feeler_sets
  ADD CONSTRAINT feeler_sets_name_once UNIQUE (shop_id, name);
ALTER TABLE gauge_readings
  ADD CONSTRAINT gauge_readings_key PRIMARY KEY (shop_id, id);
ALTER TABLE gauge_readings
  ADD CONSTRAINT gauge_readings_once UNIQUE (shop_id, study_id, person_id, valve, "time");
ALTER TABLE gauge_studies
  ADD CONSTRAINT gauge_studies_key PRIMARY KEY (shop_id, id);
ALTER TABLE hands
  ADD CONSTRAINT hands_key PRIMARY KEY (shop_id, job_id, device);
ALTER TABLE job_feeler_sets
  ADD CONSTRAINT job_feeler_sets_key PRIMARY KEY (shop_id, job_id, set_id);
ALTER TABLE job_results
  ADD CONSTRAINT job_results_key PRIMARY KEY (shop_id, job_id);
ALTER TABLE job_valves
  ADD CONSTRAINT job_valves_key PRIMARY KEY (shop_id, job_id, valve);
ALTER TABLE job_valves
  ADD CONSTRAINT job_valves_place UNIQUE (shop_id, job_id, "position");
ALTER TABLE jobs_in_hand
  ADD CONSTRAINT jobs_in_hand_key PRIMARY KEY (shop_id, job_id);
ALTER TABLE jobs
  ADD CONSTRAINT jobs_key PRIMARY KEY (shop_id, id);
ALTER TABLE micrometer_checks
  ADD CONSTRAINT micrometer_checks_key PRIMARY KEY (shop_id, id);
ALTER TABLE micrometers
  ADD CONSTRAINT micrometers_key PRIMARY KEY (shop_id, id);
ALTER TABLE micrometers
  ADD CONSTRAINT micrometers_name_once UNIQUE (shop_id, name);
ALTER TABLE order_events
  ADD CONSTRAINT order_events_key PRIMARY KEY (shop_id, order_id, kind);
ALTER TABLE order_lines
  ADD CONSTRAINT order_lines_key PRIMARY KEY (shop_id, order_id, line);
ALTER TABLE order_lines
  ADD CONSTRAINT order_lines_sku_once UNIQUE (shop_id, order_id, sku);
ALTER TABLE orders
  ADD CONSTRAINT orders_key PRIMARY KEY (shop_id, id);
ALTER TABLE part_moves
  ADD CONSTRAINT part_moves_key PRIMARY KEY (shop_id, id);
ALTER TABLE parts
  ADD CONSTRAINT parts_key PRIMARY KEY (shop_id, id);
ALTER TABLE parts_out
  ADD CONSTRAINT parts_out_key PRIMARY KEY (shop_id, id);
ALTER TABLE people
  ADD CONSTRAINT people_key PRIMARY KEY (shop_id, id);
ALTER TABLE people
  ADD CONSTRAINT people_name_once UNIQUE (shop_id, name);
ALTER TABLE people
  ADD CONSTRAINT people_user_once UNIQUE (shop_id, user_id);
ALTER TABLE pins
  ADD CONSTRAINT pins_key PRIMARY KEY (shop_id, person_id);
ALTER TABLE practice_sessions
  ADD CONSTRAINT practice_sessions_key PRIMARY KEY (shop_id, id);
ALTER TABLE practice_steps
  ADD CONSTRAINT practice_steps_key PRIMARY KEY (shop_id, session_id, seq);
ALTER TABLE refused_batches
  ADD CONSTRAINT refused_batches_key PRIMARY KEY (shop_id, id);
ALTER TABLE refused_dealt
  ADD CONSTRAINT refused_dealt_key PRIMARY KEY (shop_id, batch_id);
ALTER TABLE sessions
  ADD CONSTRAINT sessions_pkey PRIMARY KEY (id);
ALTER TABLE sessions
  ADD CONSTRAINT sessions_token_once UNIQUE (token);
ALTER TABLE shop_causes
  ADD CONSTRAINT shop_causes_key PRIMARY KEY (shop_id, id);
ALTER TABLE shop_causes
  ADD CONSTRAINT shop_causes_once UNIQUE (shop_id, text);
ALTER TABLE shops
  ADD CONSTRAINT shops_pkey PRIMARY KEY (id);
ALTER TABLE state_readings
  ADD CONSTRAINT state_readings_key PRIMARY KEY (shop_id, id);
ALTER TABLE task_entries
  ADD CONSTRAINT task_entries_key PRIMARY KEY (task, kind);
ALTER TABLE task_kinds
  ADD CONSTRAINT task_kinds_pkey PRIMARY KEY (kind);
ALTER TABLE tries
  ADD CONSTRAINT tries_pkey PRIMARY KEY (key);
ALTER TABLE users
  ADD CONSTRAINT users_email_once UNIQUE (email);
ALTER TABLE users
  ADD CONSTRAINT users_name_once UNIQUE (username);
ALTER TABLE users
  ADD CONSTRAINT users_pkey PRIMARY KEY (id);
ALTER TABLE valve_results
  ADD CONSTRAINT valve_results_key PRIMARY KEY (shop_id, job_id, valve);
ALTER TABLE verifications
  ADD CONSTRAINT verifications_pkey PRIMARY KEY (id);

CREATE INDEX accounts_of_user ON accounts USING btree (user_id);
CREATE INDEX engine_geometry_of_engine ON engine_geometry USING btree (shop_id, engine_id, at);
CREATE INDEX engine_use_of_engine ON engine_use USING btree (shop_id, engine_id, at);
CREATE INDEX engine_viewers_of_person ON engine_viewers USING btree (shop_id, person_id);
CREATE INDEX engines_due ON engines USING btree (shop_id, due_day);
CREATE UNIQUE INDEX entries_closed_once ON entries USING btree (shop_id, job_id) WHERE (kind = 'closed'::text);
CREATE INDEX entries_ended_in_shop ON entries USING btree (shop_id, at) WHERE (kind = ANY (ARRAY['closed'::text, 'called-off'::text]));
CREATE INDEX entries_fitted_in_shop ON entries USING btree (shop_id, at) WHERE (kind = 'fitted'::text);
CREATE UNIQUE INDEX entries_signed_once ON entries USING btree (shop_id, job_id) WHERE (kind = 'signed'::text);
CREATE INDEX gauge_studies_newest ON gauge_studies USING btree (shop_id, at);
CREATE INDEX job_results_of_engine ON job_results USING btree (shop_id, engine_id, closed_at);
CREATE INDEX jobs_by_time ON jobs USING btree (shop_id, opened_at);
CREATE INDEX jobs_of_engine ON jobs USING btree (shop_id, engine_id, opened_at);
CREATE INDEX jobs_with_note ON jobs USING btree (shop_id) WHERE (note IS NOT NULL);
CREATE INDEX micrometer_checks_latest ON micrometer_checks USING btree (shop_id, micrometer_id, at);
CREATE INDEX orders_by_time ON orders USING btree (shop_id, at);
CREATE INDEX orders_of_job ON orders USING btree (shop_id, job_id);
CREATE INDEX part_moves_of_part ON part_moves USING btree (shop_id, part_id);
CREATE INDEX parts_out_of_job ON parts_out USING btree (shop_id, job_id);
CREATE INDEX people_of_user ON people USING btree (user_id);
CREATE INDEX practice_sessions_newest ON practice_sessions USING btree (shop_id, person_id, begun_at);
CREATE INDEX refused_of_job ON refused_batches USING btree (shop_id, job_id);
CREATE INDEX sessions_of_user ON sessions USING btree (user_id);
CREATE INDEX state_readings_of_job ON state_readings USING btree (shop_id, job_id);
CREATE INDEX valve_results_answered ON valve_results USING btree (shop_id, job_id) WHERE (cardinality(answers) > 0);
CREATE INDEX verifications_identifier ON verifications USING btree (identifier);

ALTER TABLE accounts
  ADD CONSTRAINT accounts_user_id_users_id_fk FOREIGN KEY (user_id) REFERENCES users(id);
ALTER TABLE commands
  ADD CONSTRAINT commands_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE refused_dealt
  ADD CONSTRAINT dealt_batch FOREIGN KEY (shop_id, batch_id) REFERENCES refused_batches(shop_id, id);
ALTER TABLE refused_dealt
  ADD CONSTRAINT dealt_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE devices
  ADD CONSTRAINT devices_enrolled_by FOREIGN KEY (shop_id, enrolled_by) REFERENCES people(shop_id, id);
ALTER TABLE devices
  ADD CONSTRAINT devices_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE engine_forecasts
  ADD CONSTRAINT engine_forecasts_engine FOREIGN KEY (shop_id, engine_id) REFERENCES engines(shop_id, id);
ALTER TABLE engine_geometry
  ADD CONSTRAINT engine_geometry_engine FOREIGN KEY (shop_id, engine_id) REFERENCES engines(shop_id, id);
ALTER TABLE engine_geometry
  ADD CONSTRAINT engine_geometry_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE engine_models
  ADD CONSTRAINT engine_models_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE engine_use
  ADD CONSTRAINT engine_use_engine FOREIGN KEY (shop_id, engine_id) REFERENCES engines(shop_id, id);
ALTER TABLE engine_use
  ADD CONSTRAINT engine_use_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE engine_use
  ADD CONSTRAINT engine_use_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE engine_viewers
  ADD CONSTRAINT engine_viewers_engine FOREIGN KEY (shop_id, engine_id) REFERENCES engines(shop_id, id);
ALTER TABLE engine_viewers
  ADD CONSTRAINT engine_viewers_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE engine_viewers
  ADD CONSTRAINT engine_viewers_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE engines
  ADD CONSTRAINT engines_model FOREIGN KEY (shop_id, model_id) REFERENCES engine_models(shop_id, id);
ALTER TABLE engines
  ADD CONSTRAINT engines_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE entries
  ADD CONSTRAINT entries_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE entries
  ADD CONSTRAINT entries_kind FOREIGN KEY (kind) REFERENCES entry_kinds(kind);
ALTER TABLE entries
  ADD CONSTRAINT entries_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE entries
  ADD CONSTRAINT entries_reading FOREIGN KEY (shop_id, job_id, reading_id) REFERENCES entries(shop_id, job_id, id);
ALTER TABLE entries
  ADD CONSTRAINT entries_supersedes FOREIGN KEY (shop_id, job_id, supersedes) REFERENCES entries(shop_id, job_id, id);
ALTER TABLE entries
  ADD CONSTRAINT entries_valve FOREIGN KEY (shop_id, job_id, valve) REFERENCES job_valves(shop_id, job_id, valve);
ALTER TABLE entries
  ADD CONSTRAINT entries_word_by FOREIGN KEY (shop_id, word_by) REFERENCES people(shop_id, id);
ALTER TABLE entry_fields
  ADD CONSTRAINT entry_fields_kind FOREIGN KEY (kind) REFERENCES entry_kinds(kind);
ALTER TABLE feeler_leaves
  ADD CONSTRAINT feeler_leaves_set FOREIGN KEY (shop_id, set_id) REFERENCES feeler_sets(shop_id, id);
ALTER TABLE feeler_sets
  ADD CONSTRAINT feeler_sets_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE gauge_readings
  ADD CONSTRAINT gauge_readings_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE gauge_readings
  ADD CONSTRAINT gauge_readings_study FOREIGN KEY (shop_id, study_id) REFERENCES gauge_studies(shop_id, id);
ALTER TABLE gauge_studies
  ADD CONSTRAINT gauge_studies_by FOREIGN KEY (shop_id, by) REFERENCES people(shop_id, id);
ALTER TABLE gauge_studies
  ADD CONSTRAINT gauge_studies_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE hands
  ADD CONSTRAINT hands_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE hands
  ADD CONSTRAINT hands_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE job_feeler_sets
  ADD CONSTRAINT job_feeler_sets_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE job_feeler_sets
  ADD CONSTRAINT job_feeler_sets_set FOREIGN KEY (shop_id, set_id) REFERENCES feeler_sets(shop_id, id);
ALTER TABLE job_results
  ADD CONSTRAINT job_results_engine FOREIGN KEY (shop_id, engine_id) REFERENCES engines(shop_id, id);
ALTER TABLE job_results
  ADD CONSTRAINT job_results_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE job_results
  ADD CONSTRAINT job_results_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE job_valves
  ADD CONSTRAINT job_valves_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE jobs
  ADD CONSTRAINT jobs_engine FOREIGN KEY (shop_id, engine_id) REFERENCES engines(shop_id, id);
ALTER TABLE jobs
  ADD CONSTRAINT jobs_feeler_set FOREIGN KEY (shop_id, feeler_set_id) REFERENCES feeler_sets(shop_id, id);
ALTER TABLE jobs_in_hand
  ADD CONSTRAINT jobs_in_hand_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE jobs
  ADD CONSTRAINT jobs_opened_by FOREIGN KEY (shop_id, opened_by) REFERENCES people(shop_id, id);
ALTER TABLE jobs
  ADD CONSTRAINT jobs_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE jobs
  ADD CONSTRAINT jobs_task FOREIGN KEY (task) REFERENCES task_kinds(kind);
ALTER TABLE micrometer_checks
  ADD CONSTRAINT micrometer_checks_of FOREIGN KEY (shop_id, micrometer_id) REFERENCES micrometers(shop_id, id);
ALTER TABLE micrometer_checks
  ADD CONSTRAINT micrometer_checks_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE micrometers
  ADD CONSTRAINT micrometers_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE order_events
  ADD CONSTRAINT order_events_order FOREIGN KEY (shop_id, order_id) REFERENCES orders(shop_id, id);
ALTER TABLE order_events
  ADD CONSTRAINT order_events_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE order_lines
  ADD CONSTRAINT order_lines_order FOREIGN KEY (shop_id, order_id) REFERENCES orders(shop_id, id);
ALTER TABLE orders
  ADD CONSTRAINT orders_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE orders
  ADD CONSTRAINT orders_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE orders
  ADD CONSTRAINT orders_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE part_moves
  ADD CONSTRAINT part_moves_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE part_moves
  ADD CONSTRAINT part_moves_part FOREIGN KEY (shop_id, part_id) REFERENCES parts(shop_id, id);
ALTER TABLE part_moves
  ADD CONSTRAINT part_moves_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE parts
  ADD CONSTRAINT parts_micrometer FOREIGN KEY (shop_id, micrometer_id) REFERENCES micrometers(shop_id, id);
ALTER TABLE parts_out
  ADD CONSTRAINT parts_out_micrometer FOREIGN KEY (shop_id, micrometer_id) REFERENCES micrometers(shop_id, id);
ALTER TABLE parts_out
  ADD CONSTRAINT parts_out_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE parts_out
  ADD CONSTRAINT parts_out_valve FOREIGN KEY (shop_id, job_id, valve) REFERENCES job_valves(shop_id, job_id, valve);
ALTER TABLE parts
  ADD CONSTRAINT parts_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE people
  ADD CONSTRAINT people_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE people
  ADD CONSTRAINT people_user_id_users_id_fk FOREIGN KEY (user_id) REFERENCES users(id);
ALTER TABLE pins
  ADD CONSTRAINT pins_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE practice_sessions
  ADD CONSTRAINT practice_sessions_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE practice_sessions
  ADD CONSTRAINT practice_sessions_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE practice_steps
  ADD CONSTRAINT practice_steps_session FOREIGN KEY (shop_id, session_id) REFERENCES practice_sessions(shop_id, id);
ALTER TABLE refused_batches
  ADD CONSTRAINT refused_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE refused_batches
  ADD CONSTRAINT refused_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE sessions
  ADD CONSTRAINT sessions_user_id_users_id_fk FOREIGN KEY (user_id) REFERENCES users(id);
ALTER TABLE shop_causes
  ADD CONSTRAINT shop_causes_added_by FOREIGN KEY (shop_id, added_by) REFERENCES people(shop_id, id);
ALTER TABLE shop_causes
  ADD CONSTRAINT shop_causes_shop_id_shops_id_fk FOREIGN KEY (shop_id) REFERENCES shops(id);
ALTER TABLE state_readings
  ADD CONSTRAINT state_readings_job FOREIGN KEY (shop_id, job_id) REFERENCES jobs(shop_id, id);
ALTER TABLE state_readings
  ADD CONSTRAINT state_readings_person FOREIGN KEY (shop_id, person_id) REFERENCES people(shop_id, id);
ALTER TABLE state_readings
  ADD CONSTRAINT state_readings_valve FOREIGN KEY (shop_id, job_id, valve) REFERENCES job_valves(shop_id, job_id, valve);
ALTER TABLE task_entries
  ADD CONSTRAINT task_entries_kind FOREIGN KEY (kind) REFERENCES entry_kinds(kind);
ALTER TABLE task_entries
  ADD CONSTRAINT task_entries_task FOREIGN KEY (task) REFERENCES task_kinds(kind);
ALTER TABLE valve_results
  ADD CONSTRAINT valve_results_found_by FOREIGN KEY (shop_id, found_by) REFERENCES people(shop_id, id);
ALTER TABLE valve_results
  ADD CONSTRAINT valve_results_job FOREIGN KEY (shop_id, job_id) REFERENCES job_results(shop_id, job_id);
ALTER TABLE valve_results
  ADD CONSTRAINT valve_results_left_by FOREIGN KEY (shop_id, left_by) REFERENCES people(shop_id, id);
