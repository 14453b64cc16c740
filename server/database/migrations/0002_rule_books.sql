CREATE TABLE "edition_act" (
	"id" uuid PRIMARY KEY NOT NULL,
	"edition_id" uuid NOT NULL,
	"act" text NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "edition_act_kind" CHECK (act in ('use','retire'))
);
--> statement-breakpoint
CREATE TABLE "own_kind" (
	"id" uuid PRIMARY KEY NOT NULL,
	"species" text NOT NULL,
	"kind" jsonb NOT NULL,
	"source" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "own_kind_species_unique" UNIQUE("species")
);
--> statement-breakpoint
CREATE TABLE "rule_book_draft" (
	"id" uuid PRIMARY KEY NOT NULL,
	"book" text NOT NULL,
	"name" text NOT NULL,
	"year" integer NOT NULL,
	"based_on" uuid,
	"content" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "rule_book_edition" ADD COLUMN "based_on" uuid;--> statement-breakpoint
ALTER TABLE "rule_book_edition" ADD COLUMN "by" uuid;--> statement-breakpoint
ALTER TABLE "rule_book_edition" ADD COLUMN "reason" text;--> statement-breakpoint
CREATE INDEX "edition_act_edition" ON "edition_act" USING btree ("edition_id");--> statement-breakpoint
CREATE TRIGGER edition_act_once BEFORE UPDATE OR DELETE ON edition_act FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER own_kind_once BEFORE UPDATE OR DELETE ON own_kind FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE own_kind ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE edition_act ADD FOREIGN KEY (edition_id) REFERENCES rule_book_edition, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE rule_book_draft ADD FOREIGN KEY (based_on) REFERENCES rule_book_edition, ADD FOREIGN KEY ("by") REFERENCES person;
