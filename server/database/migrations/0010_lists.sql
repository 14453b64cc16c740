CREATE TABLE "store_list" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"base64" text NOT NULL,
	"sha256" text NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"reading" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "store_list_state" CHECK (state in ('open','in','undone'))
);
--> statement-breakpoint
ALTER TABLE "packet" ADD COLUMN "list_id" uuid;--> statement-breakpoint
ALTER TABLE "packet" ADD COLUMN "list_line" integer;--> statement-breakpoint
ALTER TABLE "packet" ADD COLUMN "undone" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "store_list_same" ON "store_list" USING btree ("sha256");--> statement-breakpoint
CREATE INDEX "packet_list" ON "packet" USING btree ("list_id");
--> statement-breakpoint
ALTER TABLE packet ADD FOREIGN KEY (list_id) REFERENCES store_list;
--> statement-breakpoint
ALTER TABLE store_list ADD FOREIGN KEY ("by") REFERENCES person, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
CREATE TRIGGER store_list_file BEFORE UPDATE OF base64, sha256, name OR DELETE ON store_list FOR EACH ROW EXECUTE FUNCTION refuse_change();
