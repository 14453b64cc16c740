CREATE TABLE "accession" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"version" integer NOT NULL,
	"kind" text NOT NULL,
	"species" text NOT NULL,
	"variety" text NOT NULL,
	"harvest_year" integer NOT NULL,
	"header" jsonb NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "accession_number_unique" UNIQUE("number")
);
--> statement-breakpoint
CREATE TABLE "accession_revision" (
	"accession_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"header" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"reason" text,
	CONSTRAINT "accession_revision_accession_id_version_pk" PRIMARY KEY("accession_id","version")
);
--> statement-breakpoint
CREATE TABLE "packet" (
	"id" uuid PRIMARY KEY NOT NULL,
	"accession_id" uuid NOT NULL,
	"code" text NOT NULL,
	"packed_on" text NOT NULL,
	"supplier" text NOT NULL,
	"wrapping" text NOT NULL,
	"note" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"place_id" uuid,
	"measure" text NOT NULL,
	"left" numeric NOT NULL,
	"search_text" text NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "packet_code_unique" UNIQUE("code"),
	CONSTRAINT "packet_measure" CHECK (measure in ('count','mass')),
	CONSTRAINT "packet_left" CHECK ("left" >= 0 and "left" <> 'NaN')
);
--> statement-breakpoint
CREATE TABLE "packet_line" (
	"packet_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"entry" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "packet_line_packet_id_line_pk" PRIMARY KEY("packet_id","line"),
	CONSTRAINT "packet_line_number" CHECK (line >= 0)
);
--> statement-breakpoint
CREATE TABLE "store_place" (
	"id" uuid PRIMARY KEY NOT NULL,
	"parent_id" uuid,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"code" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "store_place_code_unique" UNIQUE("code"),
	CONSTRAINT "store_place_kind" CHECK (kind in ('room','refrigerator','freezer','cupboard','drawer','box','bag','envelope'))
);
--> statement-breakpoint
CREATE INDEX "accession_species" ON "accession" USING btree ("species");--> statement-breakpoint
CREATE INDEX "packet_accession" ON "packet" USING btree ("accession_id");--> statement-breakpoint
CREATE INDEX "packet_place" ON "packet" USING btree ("place_id");--> statement-breakpoint
CREATE INDEX "packet_newest" ON "packet" USING btree ("created_at" DESC NULLS LAST,"id" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "packet_search" ON "packet" USING gin (search_text gin_trgm_ops);
--> statement-breakpoint
CREATE TRIGGER accession_revision_once BEFORE UPDATE OR DELETE ON accession_revision FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER packet_line_once BEFORE UPDATE OR DELETE ON packet_line FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE store_place ADD FOREIGN KEY (parent_id) REFERENCES store_place, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE accession ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE accession_revision ADD FOREIGN KEY (accession_id) REFERENCES accession, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE packet ADD FOREIGN KEY (accession_id) REFERENCES accession, ADD FOREIGN KEY (place_id) REFERENCES store_place, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE packet_line ADD FOREIGN KEY (packet_id) REFERENCES packet, ADD FOREIGN KEY ("by") REFERENCES person;
