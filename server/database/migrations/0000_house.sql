CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE TABLE "germination_count" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"normal" integer NOT NULL,
	"abnormal" integer NOT NULL,
	"hard" integer NOT NULL,
	"fresh" integer NOT NULL,
	"dead" integer NOT NULL,
	"closed" boolean NOT NULL,
	"entry" text NOT NULL,
	CONSTRAINT "germination_count_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "germination_count_same" UNIQUE("id","subject","field"),
	CONSTRAINT "germination_count_values" CHECK (least(normal, abnormal, hard, fresh, dead) >= 0),
	CONSTRAINT "germination_count_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
CREATE TABLE "tally_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session" uuid NOT NULL,
	"sequence" integer NOT NULL,
	"dish_id" uuid NOT NULL,
	"day" integer NOT NULL,
	"seed_class" text NOT NULL,
	"seeds" integer NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "tally_event_once" UNIQUE("session","sequence"),
	CONSTRAINT "tally_event_class" CHECK (seed_class in ('normal','abnormal','hard','fresh','dead'))
);
--> statement-breakpoint
CREATE TABLE "session" (
	"sid" varchar PRIMARY KEY NOT NULL,
	"sess" json NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "moisture_observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"entered_text" text NOT NULL,
	"entered_unit" text,
	"value" numeric,
	CONSTRAINT "moisture_observation_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "moisture_observation_same" UNIQUE("id","subject","field"),
	CONSTRAINT "moisture_observation_value" CHECK (value >= 0 and value <> 'NaN'),
	CONSTRAINT "moisture_observation_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
CREATE TABLE "other_seeds_observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"entered_text" text NOT NULL,
	"entered_unit" text,
	"value" numeric,
	CONSTRAINT "other_seeds_observation_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "other_seeds_observation_same" UNIQUE("id","subject","field"),
	CONSTRAINT "other_seeds_observation_value" CHECK (value >= 0 and value <> 'NaN'),
	CONSTRAINT "other_seeds_observation_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
CREATE TABLE "purity_observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"entered_text" text NOT NULL,
	"entered_unit" text,
	"value" numeric,
	CONSTRAINT "purity_observation_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "purity_observation_same" UNIQUE("id","subject","field"),
	CONSTRAINT "purity_observation_value" CHECK (value >= 0 and value <> 'NaN'),
	CONSTRAINT "purity_observation_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
CREATE TABLE "audit_entry" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"lot_id" uuid,
	"by" uuid,
	"at" timestamp with time zone NOT NULL,
	"action" text NOT NULL,
	"subject" text NOT NULL,
	"before" jsonb,
	"after" jsonb,
	"reason" text
);
--> statement-breakpoint
CREATE TABLE "bench_test" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"step" text NOT NULL,
	"number" integer NOT NULL,
	"vessel_id" uuid NOT NULL,
	"edition_id" uuid NOT NULL,
	"plan" jsonb NOT NULL,
	"version" integer NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "bench_test_number" UNIQUE("lot_id","step","number"),
	CONSTRAINT "bench_test_vessel" UNIQUE("vessel_id"),
	CONSTRAINT "bench_test_step" CHECK (step in ('purity','other-seeds','moisture','germination'))
);
--> statement-breakpoint
CREATE TABLE "decision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"step" text NOT NULL,
	"test_id" uuid,
	"vessel_id" uuid,
	"decision" text NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "decision_kind" CHECK (decision in ('accept','set-aside')),
	CONSTRAINT "decision_subject" CHECK ((test_id is null) <> (vessel_id is null))
);
--> statement-breakpoint
CREATE TABLE "idempotency_key" (
	"person_id" uuid NOT NULL,
	"route" text NOT NULL,
	"key" text NOT NULL,
	"body_hash" text NOT NULL,
	"status" integer,
	"answer" jsonb,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "idempotency_key_person_id_route_key_pk" PRIMARY KEY("person_id","route","key")
);
--> statement-breakpoint
CREATE TABLE "judgement" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"step" text NOT NULL,
	"test_id" uuid,
	"vessel_id" uuid,
	"edition_id" uuid NOT NULL,
	"core_version" text NOT NULL,
	"observations" uuid[] NOT NULL,
	"outcome" text NOT NULL,
	"result" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "judgement_subject" CHECK ((test_id is null) <> (vessel_id is null))
);
--> statement-breakpoint
CREATE TABLE "laboratory" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"zone" text NOT NULL,
	"demo" boolean NOT NULL,
	"demo_day" date,
	"session_secret" text NOT NULL,
	CONSTRAINT "laboratory_one" CHECK (id = 1)
);
--> statement-breakpoint
CREATE TABLE "lot" (
	"id" uuid PRIMARY KEY NOT NULL,
	"reference" text NOT NULL,
	"version" integer NOT NULL,
	"edition_id" uuid NOT NULL,
	"species" text NOT NULL,
	"book_kind" text,
	"variety" text NOT NULL,
	"harvest_year" integer NOT NULL,
	"harvest_month" integer,
	"mass_text" text NOT NULL,
	"mass_unit" text NOT NULL,
	"mass_kg" numeric NOT NULL,
	"containers" integer NOT NULL,
	"container_mass_text" text,
	"container_mass_unit" text,
	"container_mass_kg" numeric,
	"origin" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"updated_by" uuid NOT NULL,
	"search_text" text NOT NULL,
	"state" text NOT NULL,
	"valid_until" date,
	"standing" jsonb NOT NULL,
	CONSTRAINT "lot_reference_unique" UNIQUE("reference"),
	CONSTRAINT "lot_mass" CHECK (mass_kg > 0 and mass_kg <> 'NaN'),
	CONSTRAINT "lot_containers" CHECK (containers >= 0)
);
--> statement-breakpoint
CREATE TABLE "lot_revision" (
	"lot_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"header" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"reason" text,
	CONSTRAINT "lot_revision_lot_id_version_pk" PRIMARY KEY("lot_id","version")
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"username" text NOT NULL,
	"name" text NOT NULL,
	"password_hash" text NOT NULL,
	"roles" text[] NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"demo" boolean DEFAULT false NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "person_username_unique" UNIQUE("username")
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"key" text PRIMARY KEY NOT NULL,
	"hits" integer NOT NULL,
	"reset_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "set_up_link" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "vessel" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"parent_id" uuid,
	"kind" text NOT NULL,
	"purpose" text,
	"number" integer NOT NULL,
	"code" text NOT NULL,
	"place" text,
	"mass_text" text,
	"mass_unit" text,
	"mass_g" numeric,
	"seeds" integer,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "vessel_code_unique" UNIQUE("code"),
	CONSTRAINT "vessel_kind" CHECK (kind in ('container','primary','composite','submitted','working','reserve','replicate','packet')),
	CONSTRAINT "vessel_mass" CHECK (mass_g is null or (mass_g >= 0 and mass_g <> 'NaN'))
);
--> statement-breakpoint
CREATE TABLE "release" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"number" integer NOT NULL,
	"amends" uuid,
	"amend_reason" text,
	"basis" text NOT NULL,
	"snapshot" jsonb NOT NULL,
	"pdf" "bytea" NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "release_number" UNIQUE("lot_id","kind","number")
);
--> statement-breakpoint
CREATE TABLE "kind_figure" (
	"id" uuid PRIMARY KEY NOT NULL,
	"book" text NOT NULL,
	"species" text NOT NULL,
	"field" text NOT NULL,
	"value" text NOT NULL,
	"source" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"supersedes" uuid,
	CONSTRAINT "kind_figure_one_successor" UNIQUE("supersedes")
);
--> statement-breakpoint
CREATE TABLE "rule_book_edition" (
	"id" uuid PRIMARY KEY NOT NULL,
	"book" text NOT NULL,
	"name" text NOT NULL,
	"year" integer NOT NULL,
	"content_hash" text NOT NULL,
	"content" jsonb NOT NULL,
	"shipped" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "rule_book_edition_content_hash_unique" UNIQUE("content_hash")
);
--> statement-breakpoint
CREATE TABLE "sampling_observation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"subject" uuid NOT NULL,
	"field" text NOT NULL,
	"by" uuid NOT NULL,
	"observed_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"device" text,
	"supersedes" uuid,
	"reason" text,
	"entered_text" text NOT NULL,
	"entered_unit" text,
	"value" numeric,
	CONSTRAINT "sampling_observation_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "sampling_observation_same" UNIQUE("id","subject","field"),
	CONSTRAINT "sampling_observation_value" CHECK (value >= 0 and value <> 'NaN'),
	CONSTRAINT "sampling_observation_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
ALTER TABLE "germination_count" ADD CONSTRAINT "germination_count_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."germination_count"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "moisture_observation" ADD CONSTRAINT "moisture_observation_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."moisture_observation"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "other_seeds_observation" ADD CONSTRAINT "other_seeds_observation_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."other_seeds_observation"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purity_observation" ADD CONSTRAINT "purity_observation_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."purity_observation"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sampling_observation" ADD CONSTRAINT "sampling_observation_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."sampling_observation"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "germination_count_one_root" ON "germination_count" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "germination_count_subject" ON "germination_count" USING btree ("subject");--> statement-breakpoint
CREATE INDEX "tally_event_dish" ON "tally_event" USING btree ("dish_id");--> statement-breakpoint
CREATE INDEX "session_expire" ON "session" USING btree ("expire");--> statement-breakpoint
CREATE UNIQUE INDEX "moisture_observation_one_root" ON "moisture_observation" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "moisture_observation_subject" ON "moisture_observation" USING btree ("subject");--> statement-breakpoint
CREATE UNIQUE INDEX "other_seeds_observation_one_root" ON "other_seeds_observation" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "other_seeds_observation_subject" ON "other_seeds_observation" USING btree ("subject");--> statement-breakpoint
CREATE UNIQUE INDEX "purity_observation_one_root" ON "purity_observation" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "purity_observation_subject" ON "purity_observation" USING btree ("subject");--> statement-breakpoint
CREATE INDEX "audit_lot" ON "audit_entry" USING btree ("lot_id","seq");--> statement-breakpoint
CREATE INDEX "decision_lot" ON "decision" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "idempotency_age" ON "idempotency_key" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "judgement_test" ON "judgement" USING btree ("test_id","seq" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "lot_newest" ON "lot" USING btree ("created_at" DESC NULLS LAST,"id" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "lot_state" ON "lot" USING btree ("state","created_at" DESC NULLS LAST,"id" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "lot_search" ON "lot" USING gin (search_text gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "vessel_lot" ON "vessel" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "vessel_parent" ON "vessel" USING btree ("parent_id");--> statement-breakpoint
CREATE INDEX "release_lot" ON "release" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "kind_figure_species" ON "kind_figure" USING btree ("species");--> statement-breakpoint
CREATE UNIQUE INDEX "sampling_observation_one_root" ON "sampling_observation" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "sampling_observation_subject" ON "sampling_observation" USING btree ("subject");