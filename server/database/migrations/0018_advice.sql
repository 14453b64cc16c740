CREATE TABLE "bag_reopen" (
	"bag_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "bag_reopen_bag_id_number_pk" PRIMARY KEY("bag_id","number")
);
--> statement-breakpoint
CREATE TABLE "password_reset" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"by" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "climate_strike" (
	"reading_id" uuid PRIMARY KEY NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "packet_test_withdrawn" (
	"test_id" uuid PRIMARY KEY NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "bag_end" ADD COLUMN "number" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "bag_end" DROP CONSTRAINT "bag_end_pkey";--> statement-breakpoint
ALTER TABLE "bag_end" ADD CONSTRAINT "bag_end_bag_id_number_pk" PRIMARY KEY("bag_id","number");--> statement-breakpoint
ALTER TABLE "climate_reading" ADD COLUMN "entered" jsonb;--> statement-breakpoint
ALTER TABLE "packet" ADD COLUMN "busy" jsonb;--> statement-breakpoint
ALTER TABLE "store_place" ADD COLUMN "asked_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "store_place" ADD COLUMN "list_id" uuid;--> statement-breakpoint
ALTER TABLE "store_place" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "bag_end" ADD CONSTRAINT "bag_end_number" CHECK (number >= 1);--> statement-breakpoint
ALTER TABLE bag_reopen ADD FOREIGN KEY (bag_id, "number") REFERENCES bag_end, ADD FOREIGN KEY ("by") REFERENCES person;--> statement-breakpoint
ALTER TABLE password_reset ADD FOREIGN KEY (person_id) REFERENCES person, ADD FOREIGN KEY ("by") REFERENCES person;--> statement-breakpoint
ALTER TABLE climate_strike ADD FOREIGN KEY (reading_id) REFERENCES climate_reading, ADD FOREIGN KEY ("by") REFERENCES person;--> statement-breakpoint
ALTER TABLE packet_test_withdrawn ADD FOREIGN KEY (test_id) REFERENCES packet_test, ADD FOREIGN KEY ("by") REFERENCES person;--> statement-breakpoint
ALTER TABLE store_place ADD FOREIGN KEY (list_id) REFERENCES store_list;--> statement-breakpoint
CREATE TRIGGER bag_reopen_once BEFORE UPDATE OR DELETE ON bag_reopen FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER climate_strike_once BEFORE UPDATE OR DELETE ON climate_strike FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER packet_test_withdrawn_once BEFORE UPDATE OR DELETE ON packet_test_withdrawn FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
-- What dries, freezes or warms up at this moment: each packet is in the batch that was started last.
UPDATE packet SET busy = b.busy FROM (
	SELECT DISTINCT ON (p.id) p.id, jsonb_build_object('batchId', t.id, 'what', t.what,
		'dueAt', to_char(t.due_at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')) AS busy
	FROM timed_batch t CROSS JOIN LATERAL jsonb_array_elements_text(t.packet_ids) AS e(packet_id) JOIN packet p ON p.id = e.packet_id::uuid
	WHERE t.state = 'running' ORDER BY p.id, t.started_at DESC, t.id DESC
) b WHERE packet.id = b.id;
