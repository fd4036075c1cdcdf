-- Which jobs are in hand: one row each, taken out when its job is closed or called off, so that a bench is read without
-- going through all jobs there ever were. Nobody but these rules writes it.
CREATE OR REPLACE FUNCTION job_begun() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO jobs_in_hand (shop_id, job_id) VALUES (NEW.shop_id, NEW.id) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;

CREATE OR REPLACE FUNCTION job_ended() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  DELETE FROM jobs_in_hand h WHERE h.shop_id = NEW.shop_id AND h.job_id = NEW.job_id;
  RETURN NULL;
END $$;

CREATE OR REPLACE TRIGGER jobs_in_hand_begun AFTER INSERT ON jobs FOR EACH ROW EXECUTE FUNCTION job_begun();
CREATE OR REPLACE TRIGGER jobs_in_hand_ended AFTER INSERT ON entries FOR EACH ROW
  WHEN (NEW.kind IN ('closed', 'called-off')) EXECUTE FUNCTION job_ended();

-- Of jobs that were there before.
INSERT INTO jobs_in_hand (shop_id, job_id)
  SELECT j.shop_id, j.id FROM jobs j
  WHERE NOT EXISTS (SELECT 1 FROM entries e WHERE e.shop_id = j.shop_id AND e.job_id = j.id AND e.kind IN ('closed', 'called-off'))
  ON CONFLICT DO NOTHING;
