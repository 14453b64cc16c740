CREATE TABLE "weight_observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"seen_on" date NOT NULL,
	"seen_from" text NOT NULL,
	"late_reason" text,
	"observed_at" timestamp with time zone,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"entered_text" text NOT NULL,
	"entered_unit" text,
	"value" numeric,
	CONSTRAINT "weight_observation_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "weight_observation_same" UNIQUE("id","subject","field"),
	CONSTRAINT "weight_observation_value" CHECK (value >= 0 and value <> 'NaN'),
	CONSTRAINT "weight_observation_reason" CHECK ((supersedes is null) = (reason is null)),
	CONSTRAINT "weight_observation_seen_from" CHECK (seen_from in ('stated','recorded','plan','file'))
);
--> statement-breakpoint
ALTER TABLE "bench_test" DROP CONSTRAINT "bench_test_step";--> statement-breakpoint
ALTER TABLE "weight_observation" ADD CONSTRAINT "weight_observation_subject_fkey" FOREIGN KEY ("subject") REFERENCES "public"."bench_test"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weight_observation" ADD CONSTRAINT "weight_observation_by_fkey" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weight_observation" ADD CONSTRAINT "weight_observation_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."weight_observation"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "weight_observation_one_root" ON "weight_observation" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "weight_observation_subject" ON "weight_observation" USING btree ("subject");--> statement-breakpoint
ALTER TABLE "bench_test" ADD CONSTRAINT "bench_test_step" CHECK (step in ('purity','other-seeds','moisture','weight','germination'));--> statement-breakpoint
CREATE TRIGGER weight_observation_once BEFORE UPDATE OR DELETE ON weight_observation FOR EACH ROW EXECUTE FUNCTION refuse_change();
