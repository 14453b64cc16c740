CREATE TABLE "held_place" (
	"kind" text NOT NULL,
	"subject" uuid NOT NULL,
	"part" integer NOT NULL,
	"turn" integer NOT NULL,
	"since" integer NOT NULL,
	"person_id" uuid,
	"page" uuid,
	"held" boolean NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "held_place_kind_subject_part_pk" PRIMARY KEY("kind","subject","part"),
	CONSTRAINT "held_place_kind" CHECK (kind in ('dish','tray','bag')),
	CONSTRAINT "held_place_turn" CHECK (turn >= since and since >= 0)
);
--> statement-breakpoint
CREATE TABLE "late_fate" (
	"event_id" uuid PRIMARY KEY NOT NULL,
	"fate" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "late_fate_is" CHECK (fate in ('taken','aside'))
);
--> statement-breakpoint
ALTER TABLE "tally_event" ADD COLUMN "late" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "find_event" ADD COLUMN "late" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "bag_look" ADD COLUMN "late" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE held_place ADD FOREIGN KEY (person_id) REFERENCES person;--> statement-breakpoint
ALTER TABLE late_fate ADD FOREIGN KEY ("by") REFERENCES person;--> statement-breakpoint
CREATE TRIGGER late_fate_once BEFORE UPDATE OR DELETE ON late_fate FOR EACH ROW EXECUTE FUNCTION refuse_change();
