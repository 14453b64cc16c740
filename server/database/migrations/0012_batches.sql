CREATE TABLE "batch_line" (
	"batch_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"entry" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "batch_line_batch_id_line_pk" PRIMARY KEY("batch_id","line"),
	CONSTRAINT "batch_line_number" CHECK (line >= 0)
);
--> statement-breakpoint
CREATE TABLE "timed_batch" (
	"id" uuid PRIMARY KEY NOT NULL,
	"what" text NOT NULL,
	"place_id" uuid NOT NULL,
	"packet_ids" jsonb NOT NULL,
	"plan" jsonb NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"due_at" timestamp with time zone,
	"state" text DEFAULT 'running' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "timed_batch_what" CHECK (what in ('drying','freezing','warming')),
	CONSTRAINT "timed_batch_state" CHECK (state in ('running','ended'))
);
--> statement-breakpoint
CREATE INDEX "timed_batch_running" ON "timed_batch" USING btree ("state","due_at");
--> statement-breakpoint
CREATE TRIGGER batch_line_once BEFORE UPDATE OR DELETE ON batch_line FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE timed_batch ADD FOREIGN KEY (place_id) REFERENCES store_place, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE batch_line ADD FOREIGN KEY (batch_id) REFERENCES timed_batch, ADD FOREIGN KEY ("by") REFERENCES person;
