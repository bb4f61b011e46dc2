-- Records, receipts and the journal are only ever added to: the database refuses, not only the code.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is only added to: its lines are neither changed nor removed', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['definition_version', 'piece', 'record', 'record_piece', 'record_note', 'standing', 'receipt', 'journal', 'acknowledgement'] LOOP
    EXECUTE format('CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name);
    EXECUTE format('CREATE TRIGGER never_emptied BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', name);
  END LOOP;
END $$;
