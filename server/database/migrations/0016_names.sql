CREATE TABLE "name_binding" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"test_id" uuid NOT NULL,
	"written" text NOT NULL,
	"taxon" text NOT NULL,
	"none_listed" boolean NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"supersedes" uuid,
	CONSTRAINT "name_binding_one_successor" UNIQUE("supersedes")
);
--> statement-breakpoint
CREATE UNIQUE INDEX "name_binding_one_root" ON "name_binding" USING btree ("test_id","written") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "name_binding_test" ON "name_binding" USING btree ("test_id");--> statement-breakpoint
CREATE INDEX "lot_outdated" ON "lot" USING btree ("id") WHERE standing_version is null;--> statement-breakpoint
ALTER TABLE name_binding ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (test_id) REFERENCES bench_test, ADD FOREIGN KEY ("by") REFERENCES person, ADD FOREIGN KEY (supersedes) REFERENCES name_binding;--> statement-breakpoint
CREATE TRIGGER name_binding_once BEFORE UPDATE OR DELETE ON name_binding FOR EACH ROW EXECUTE FUNCTION refuse_change();
