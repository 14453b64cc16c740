CREATE TABLE "find_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session" uuid NOT NULL,
	"sequence" integer NOT NULL,
	"test_id" uuid NOT NULL,
	"tray" integer NOT NULL,
	"species" text NOT NULL,
	"seeds" integer NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "find_event_once" UNIQUE("session","sequence"),
	CONSTRAINT "find_event_tray" CHECK (tray between 1 and 1000)
);
--> statement-breakpoint
CREATE TABLE "other_result" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"step" text NOT NULL,
	"number" integer NOT NULL,
	"detail" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"supersedes" uuid,
	"reason" text,
	CONSTRAINT "other_result_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "other_result_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "portion" text;--> statement-breakpoint
CREATE INDEX "find_event_test" ON "find_event" USING btree ("test_id");--> statement-breakpoint
CREATE UNIQUE INDEX "other_result_one_root" ON "other_result" USING btree ("lot_id","step","number") WHERE supersedes is null;--> statement-breakpoint
ALTER TABLE "vessel" ADD CONSTRAINT "vessel_portion" CHECK (portion in ('half'));--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['other_result','find_event']
  LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_once', name);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE other_result ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (supersedes) REFERENCES other_result, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE find_event ADD FOREIGN KEY (test_id) REFERENCES bench_test, ADD FOREIGN KEY ("by") REFERENCES person;
