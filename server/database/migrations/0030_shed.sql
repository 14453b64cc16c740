CREATE TABLE "shed_batch" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"accession_id" uuid NOT NULL,
	"about" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"standing" jsonb NOT NULL,
	"due_at" timestamp with time zone,
	"search_text" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "shed_batch_number_unique" UNIQUE("number"),
	CONSTRAINT "shed_batch_state" CHECK (state in ('open','closed'))
);
--> statement-breakpoint
CREATE TABLE "shed_clean_down" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine_id" uuid NOT NULL,
	"body" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shed_line" (
	"batch_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"id" uuid NOT NULL,
	"entry" jsonb NOT NULL,
	"corrects" integer,
	"reason" text,
	"seen_at" timestamp with time zone NOT NULL,
	"late_reason" text,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "shed_line_batch_id_line_pk" PRIMARY KEY("batch_id","line"),
	CONSTRAINT "shed_line_id_unique" UNIQUE("id"),
	CONSTRAINT "shed_line_number" CHECK (line >= 0),
	CONSTRAINT "shed_line_corrects" CHECK ((corrects is null) = (reason is null) and corrects < line)
);
--> statement-breakpoint
CREATE TABLE "shed_load" (
	"id" uuid PRIMARY KEY NOT NULL,
	"on_day" text NOT NULL,
	"state" text DEFAULT 'announced' NOT NULL,
	"body" jsonb NOT NULL,
	"batch_id" uuid,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "shed_load_state" CHECK (state in ('announced','arrived','cancelled'))
);
--> statement-breakpoint
CREATE TABLE "shed_machine" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"about" jsonb NOT NULL,
	"removed" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "shed_machine_kind" CHECK (kind in ('scale','pit','tank','thresher','debearder','screens','fan','aspirator','air-screen','indent','gravity','destoner','roll','sorter','treater','bagger','dryer','other'))
);
--> statement-breakpoint
CREATE TABLE "shed_pass" (
	"id" uuid PRIMARY KEY NOT NULL,
	"batch_id" uuid NOT NULL,
	"method" text NOT NULL,
	"machine_id" uuid,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"good" boolean,
	"struck" boolean DEFAULT false NOT NULL,
	"entry" jsonb NOT NULL,
	CONSTRAINT "shed_pass_method_known" CHECK (method in ('rub','crush','stomp','beat','thresher','debeard','hull','hand-screen','roll','spiral','belt','shake','jar','winnow','aspirator','air-screen','indent','velvet','magnetic','destone','gravity','hand-sort','colour-sort','free','wash','float','ferment','dry','treat','line'))
);
--> statement-breakpoint
CREATE TABLE "shed_vessel" (
	"id" uuid PRIMARY KEY NOT NULL,
	"batch_id" uuid NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"open_at" text,
	CONSTRAINT "shed_vessel_code_unique" UNIQUE("code")
);
--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "batch_id" uuid;--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "treatments" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "packet" ADD COLUMN "treated" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "shed_batch" ADD CONSTRAINT "shed_batch_accession_id_accession_id_fk" FOREIGN KEY ("accession_id") REFERENCES "public"."accession"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_batch" ADD CONSTRAINT "shed_batch_updated_by_person_id_fk" FOREIGN KEY ("updated_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_clean_down" ADD CONSTRAINT "shed_clean_down_machine_id_shed_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."shed_machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_clean_down" ADD CONSTRAINT "shed_clean_down_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_line" ADD CONSTRAINT "shed_line_batch_id_shed_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."shed_batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_line" ADD CONSTRAINT "shed_line_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_load" ADD CONSTRAINT "shed_load_batch_id_shed_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."shed_batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_load" ADD CONSTRAINT "shed_load_updated_by_person_id_fk" FOREIGN KEY ("updated_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_machine" ADD CONSTRAINT "shed_machine_updated_by_person_id_fk" FOREIGN KEY ("updated_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_pass" ADD CONSTRAINT "shed_pass_batch_id_shed_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."shed_batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_pass" ADD CONSTRAINT "shed_pass_machine_id_shed_machine_id_fk" FOREIGN KEY ("machine_id") REFERENCES "public"."shed_machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shed_vessel" ADD CONSTRAINT "shed_vessel_batch_id_shed_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."shed_batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shed_batch_newest" ON "shed_batch" USING btree ("created_at" DESC NULLS LAST,"id" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "shed_batch_due" ON "shed_batch" USING btree ("due_at") WHERE due_at is not null;--> statement-breakpoint
CREATE INDEX "shed_batch_harvest" ON "shed_batch" USING btree ("accession_id");--> statement-breakpoint
CREATE INDEX "shed_batch_search" ON "shed_batch" USING gin (search_text gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "shed_clean_down_machine" ON "shed_clean_down" USING btree ("machine_id","at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "shed_load_day" ON "shed_load" USING btree ("on_day");--> statement-breakpoint
CREATE INDEX "shed_pass_batch" ON "shed_pass" USING btree ("batch_id");--> statement-breakpoint
CREATE INDEX "shed_pass_machine" ON "shed_pass" USING btree ("machine_id","started_at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "shed_pass_method" ON "shed_pass" USING btree ("method","started_at" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "shed_vessel_batch" ON "shed_vessel" USING btree ("batch_id");--> statement-breakpoint
CREATE INDEX "shed_vessel_open" ON "shed_vessel" USING btree ("open_at") WHERE open_at is not null;--> statement-breakpoint
ALTER TABLE "lot" ADD CONSTRAINT "lot_batch_id_shed_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."shed_batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER shed_line_once BEFORE UPDATE OR DELETE ON shed_line FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER shed_clean_down_once BEFORE UPDATE OR DELETE ON shed_clean_down FOR EACH ROW EXECUTE FUNCTION refuse_change();
