CREATE TABLE "due_claim" (
	"key" text PRIMARY KEY NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "step_due" (
	"lot_id" uuid NOT NULL,
	"step" text NOT NULL,
	"key" text NOT NULL,
	"due" date NOT NULL,
	"until" date,
	"test" integer NOT NULL,
	"room" text NOT NULL,
	"act" jsonb NOT NULL,
	"open" integer[] NOT NULL,
	"of" integer NOT NULL,
	CONSTRAINT "step_due_lot_id_step_key_pk" PRIMARY KEY("lot_id","step","key")
);
--> statement-breakpoint
ALTER TABLE "due_claim" ADD CONSTRAINT "due_claim_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "step_due" ADD CONSTRAINT "step_due_lot_id_lot_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "step_due_day" ON "step_due" USING btree ("due","lot_id");--> statement-breakpoint
-- What is due is derived anew, lot by lot, soon after the start.
UPDATE lot SET standing_version = NULL WHERE state NOT IN ('released', 'divided');
