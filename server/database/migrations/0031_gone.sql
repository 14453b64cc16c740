CREATE TABLE "shed_gone" (
	"batch_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"mass_g" numeric,
	"vessel" text NOT NULL,
	"outlet" text,
	"entry" jsonb NOT NULL,
	"treatments" jsonb NOT NULL,
	CONSTRAINT "shed_gone_batch_id_line_pk" PRIMARY KEY("batch_id","line")
);
--> statement-breakpoint
ALTER TABLE "shed_gone" ADD CONSTRAINT "shed_gone_batch_id_shed_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."shed_batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shed_gone_newest" ON "shed_gone" USING btree ("seen_at" DESC NULLS LAST);