CREATE TABLE "sowing_plan" (
	"id" uuid PRIMARY KEY NOT NULL,
	"packet_id" uuid,
	"plan" jsonb NOT NULL,
	"state" text DEFAULT 'planned' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "sowing_plan_state" CHECK (state in ('planned','dropped'))
);
--> statement-breakpoint
CREATE TABLE "sowing_plan_revision" (
	"plan_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"plan" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"reason" text,
	CONSTRAINT "sowing_plan_revision_plan_id_version_pk" PRIMARY KEY("plan_id","version")
);
--> statement-breakpoint
CREATE INDEX "sowing_plan_state" ON "sowing_plan" USING btree ("state");
--> statement-breakpoint
CREATE TRIGGER sowing_plan_revision_once BEFORE UPDATE OR DELETE ON sowing_plan_revision FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE sowing_plan ADD FOREIGN KEY (packet_id) REFERENCES packet, ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE sowing_plan_revision ADD FOREIGN KEY (plan_id) REFERENCES sowing_plan, ADD FOREIGN KEY ("by") REFERENCES person;
