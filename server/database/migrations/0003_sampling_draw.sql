CREATE TABLE "primary_sample" (
	"draw_id" uuid NOT NULL,
	"container" integer NOT NULL,
	"core" integer NOT NULL,
	"vessel_id" uuid NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	CONSTRAINT "primary_sample_draw_id_container_core_pk" PRIMARY KEY("draw_id","container","core"),
	CONSTRAINT "primary_sample_vessel_id_unique" UNIQUE("vessel_id")
);
--> statement-breakpoint
CREATE TABLE "sampling_draw" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"edition_id" uuid NOT NULL,
	"method" text NOT NULL,
	"seed" bigint NOT NULL,
	"columns" integer NOT NULL,
	"rows" integer NOT NULL,
	"containers" integer NOT NULL,
	"drawn" jsonb NOT NULL,
	"reason" text,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "decision" DROP CONSTRAINT "decision_kind";--> statement-breakpoint
CREATE INDEX "sampling_draw_lot" ON "sampling_draw" USING btree ("lot_id","at");--> statement-breakpoint
ALTER TABLE "decision" ADD CONSTRAINT "decision_kind" CHECK (decision in ('accept','set-aside','own-lots','refuse','heterogeneity-test'));
--> statement-breakpoint
CREATE TRIGGER sampling_draw_once BEFORE UPDATE OR DELETE ON sampling_draw FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER primary_sample_once BEFORE UPDATE OR DELETE ON primary_sample FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE sampling_draw ADD FOREIGN KEY (lot_id) REFERENCES lot, ADD FOREIGN KEY (edition_id) REFERENCES rule_book_edition, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE primary_sample ADD FOREIGN KEY (draw_id) REFERENCES sampling_draw, ADD FOREIGN KEY (vessel_id) REFERENCES vessel;
