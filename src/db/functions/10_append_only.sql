-- The ledger and what it rests on are append-only, for every role.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only: add an entry that supersedes the old one', TG_TABLE_NAME USING ERRCODE = 'FL001';
END $$;

CREATE OR REPLACE TRIGGER entries_append_only BEFORE UPDATE OR DELETE ON entries FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER entries_no_truncate BEFORE TRUNCATE ON entries FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER jobs_append_only BEFORE UPDATE OR DELETE ON jobs FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER job_valves_append_only BEFORE UPDATE OR DELETE ON job_valves FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER job_feeler_sets_append_only BEFORE UPDATE OR DELETE ON job_feeler_sets FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER state_readings_append_only BEFORE UPDATE OR DELETE ON state_readings FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER micrometer_checks_append_only BEFORE UPDATE OR DELETE ON micrometer_checks FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER parts_append_only BEFORE UPDATE OR DELETE ON parts FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER part_moves_append_only BEFORE UPDATE OR DELETE ON part_moves FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER orders_append_only BEFORE UPDATE OR DELETE ON orders FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER order_lines_append_only BEFORE UPDATE OR DELETE ON order_lines FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER order_events_append_only BEFORE UPDATE OR DELETE ON order_events FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER parts_out_append_only BEFORE UPDATE OR DELETE ON parts_out FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER refused_batches_append_only BEFORE UPDATE OR DELETE ON refused_batches FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER refused_dealt_append_only BEFORE UPDATE OR DELETE ON refused_dealt FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER commands_append_only BEFORE UPDATE OR DELETE ON commands FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE OR REPLACE TRIGGER engine_geometry_append_only BEFORE UPDATE OR DELETE ON engine_geometry FOR EACH ROW EXECUTE FUNCTION refuse_change();
