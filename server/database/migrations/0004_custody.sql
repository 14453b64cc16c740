CREATE TABLE "lot_request" (
	"lot_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"request" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"reason" text,
	CONSTRAINT "lot_request_lot_id_version_pk" PRIMARY KEY("lot_id","version")
);
--> statement-breakpoint
CREATE TABLE "station" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"open_lot_id" uuid,
	"last_lot_id" uuid,
	"clean" boolean DEFAULT true NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "station_name_unique" UNIQUE("name"),
	CONSTRAINT "station_kind" CHECK (kind in ('bench','machine'))
);
--> statement-breakpoint
CREATE TABLE "station_event" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"station_id" uuid NOT NULL,
	"lot_id" uuid,
	"what" text NOT NULL,
	"note" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "station_event_what" CHECK (what in ('open','close','clean'))
);
--> statement-breakpoint
CREATE TABLE "vessel_event" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"vessel_id" uuid NOT NULL,
	"what" text NOT NULL,
	"detail" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "vessel_event_what" CHECK (what in ('take','hand-over','move','seal','open','divide','finish'))
);
--> statement-breakpoint
CREATE TABLE "heterogeneity_observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"entered_text" text NOT NULL,
	"entered_unit" text,
	"value" numeric,
	CONSTRAINT "heterogeneity_observation_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "heterogeneity_observation_same" UNIQUE("id","subject","field"),
	CONSTRAINT "heterogeneity_observation_value" CHECK (value >= 0 and value <> 'NaN'),
	CONSTRAINT "heterogeneity_observation_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
CREATE TABLE "heterogeneity_test" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"attribute" text NOT NULL,
	"part" text NOT NULL,
	"seeds_each" integer NOT NULL,
	"edition_id" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "heterogeneity_test_number" UNIQUE("lot_id","number")
);
--> statement-breakpoint
ALTER TABLE "decision" DROP CONSTRAINT "decision_subject";--> statement-breakpoint
ALTER TABLE "judgement" DROP CONSTRAINT "judgement_subject";--> statement-breakpoint
ALTER TABLE "decision" ADD COLUMN "heterogeneity_id" uuid;--> statement-breakpoint
ALTER TABLE "judgement" ADD COLUMN "heterogeneity_id" uuid;--> statement-breakpoint
ALTER TABLE "laboratory" ADD COLUMN "paper" text DEFAULT 'A4' NOT NULL;--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "parent_lot_id" uuid;--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "parts" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "request" jsonb;--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "heterogeneity_tests" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "poured_into" uuid;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "why" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "holder" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "station_id" uuid;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "seal" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "gone" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "discard_on" date;--> statement-breakpoint
ALTER TABLE "heterogeneity_observation" ADD CONSTRAINT "heterogeneity_observation_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."heterogeneity_observation"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "station_event_station" ON "station_event" USING btree ("station_id","seq");--> statement-breakpoint
CREATE INDEX "vessel_event_lot" ON "vessel_event" USING btree ("lot_id","seq");--> statement-breakpoint
CREATE UNIQUE INDEX "heterogeneity_observation_one_root" ON "heterogeneity_observation" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "heterogeneity_observation_subject" ON "heterogeneity_observation" USING btree ("subject");--> statement-breakpoint
CREATE INDEX "vessel_station" ON "vessel" USING btree ("station_id");--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_subject" CHECK (num_nonnulls(test_id, vessel_id, heterogeneity_id) = 1);--> statement-breakpoint
ALTER TABLE "judgement" ADD CONSTRAINT "judgement_subject" CHECK (num_nonnulls(test_id, vessel_id, heterogeneity_id) = 1);--> statement-breakpoint
ALTER TABLE "laboratory" ADD CONSTRAINT "laboratory_paper" CHECK (paper in ('A4','LETTER'));--> statement-breakpoint
ALTER TABLE "vessel" ADD CONSTRAINT "vessel_gone" CHECK (gone in ('poured together','used up','discarded','returned'));--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['lot_request','vessel_event','station_event','heterogeneity_test','heterogeneity_observation']
  LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE ON %I FOR EACH ROW EXECUTE FUNCTION refuse_change()', name || '_once', name);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE lot ADD FOREIGN KEY (parent_lot_id) REFERENCES lot;
--> statement-breakpoint
ALTER TABLE lot_request ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE vessel ADD FOREIGN KEY (poured_into) REFERENCES vessel, ADD FOREIGN KEY (station_id) REFERENCES station;
--> statement-breakpoint
ALTER TABLE vessel_event ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (vessel_id) REFERENCES vessel, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE station ADD FOREIGN KEY (open_lot_id) REFERENCES lot, ADD FOREIGN KEY (last_lot_id) REFERENCES lot;
--> statement-breakpoint
ALTER TABLE station_event ADD FOREIGN KEY (station_id) REFERENCES station, ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE heterogeneity_test ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (edition_id) REFERENCES rule_book_edition, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE heterogeneity_observation ADD FOREIGN KEY (subject) REFERENCES heterogeneity_test, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE decision ADD FOREIGN KEY (heterogeneity_id) REFERENCES heterogeneity_test;
--> statement-breakpoint
ALTER TABLE judgement ADD FOREIGN KEY (heterogeneity_id) REFERENCES heterogeneity_test;
