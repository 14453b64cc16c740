-- What was written stays as it was written.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'rows of % are written once and never changed', TG_TABLE_NAME USING ERRCODE = 'P0001';
END $$;
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['sampling_observation','purity_observation','other_seeds_observation','moisture_observation',
    'germination_count','tally_event','lot_revision','decision','judgement','audit_entry','release','rule_book_edition','kind_figure']
  LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_once', name);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE lot ADD FOREIGN KEY (edition_id) REFERENCES rule_book_edition, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE lot_revision ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE vessel ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (parent_id) REFERENCES vessel, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE bench_test ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (vessel_id) REFERENCES vessel, ADD FOREIGN KEY (edition_id) REFERENCES rule_book_edition;
--> statement-breakpoint
ALTER TABLE purity_observation ADD FOREIGN KEY (subject) REFERENCES bench_test, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE other_seeds_observation ADD FOREIGN KEY (subject) REFERENCES bench_test, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE moisture_observation ADD FOREIGN KEY (subject) REFERENCES bench_test, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE sampling_observation ADD FOREIGN KEY (subject) REFERENCES vessel, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE germination_count ADD FOREIGN KEY (subject) REFERENCES vessel, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE tally_event ADD FOREIGN KEY (dish_id) REFERENCES vessel, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE decision ADD FOREIGN KEY (test_id) REFERENCES bench_test, ADD FOREIGN KEY (vessel_id) REFERENCES vessel, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE judgement ADD FOREIGN KEY (test_id) REFERENCES bench_test, ADD FOREIGN KEY (vessel_id) REFERENCES vessel, ADD FOREIGN KEY (edition_id) REFERENCES rule_book_edition;
--> statement-breakpoint
ALTER TABLE release ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (amends) REFERENCES release, ADD FOREIGN KEY ("by") REFERENCES person;
