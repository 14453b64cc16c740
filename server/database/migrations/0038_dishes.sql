CREATE TABLE "dish_move" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"dish_id" uuid NOT NULL,
	"place_id" uuid NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "dish_photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"dish_id" uuid NOT NULL,
	"seen_on" date NOT NULL,
	"note" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bytes" integer NOT NULL,
	"sha256" text NOT NULL,
	"picture" "bytea",
	"thumbnail" "bytea",
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"struck" text,
	"struck_by" uuid,
	"struck_at" timestamp with time zone,
	CONSTRAINT "dish_photo_size" CHECK (width between 1 and 1600 and height between 1 and 1600 and bytes between 1 and 400000)
);
--> statement-breakpoint
CREATE TABLE "dish_spoiled" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"dish_id" uuid NOT NULL,
	"cause" text,
	"note" text NOT NULL,
	"seen_on" date NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "dish_spoiled_cause" CHECK (cause in ('dropped','dried-out','flooded','overrun','mixed-up','too-warm','other'))
);
--> statement-breakpoint
CREATE TABLE "germination_recount" (
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
	"normal" integer NOT NULL,
	"abnormal" integer NOT NULL,
	"hard" integer NOT NULL,
	"fresh" integer NOT NULL,
	"dead" integer NOT NULL,
	"parts" jsonb,
	CONSTRAINT "germination_recount_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "germination_recount_same" UNIQUE("id","subject","field"),
	CONSTRAINT "germination_recount_reason" CHECK ((supersedes is null) = (reason is null)),
	CONSTRAINT "germination_recount_seen_from" CHECK (seen_from in ('stated','recorded','plan','file')),
	CONSTRAINT "germination_recount_values" CHECK (least(normal, abnormal, hard, fresh, dead) >= 0)
);
--> statement-breakpoint
CREATE TABLE "calendar_feed" (
	"id" uuid PRIMARY KEY NOT NULL,
	"token_hash" text NOT NULL,
	"person_id" uuid NOT NULL,
	"place" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "calendar_feed_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "store_place" DROP CONSTRAINT "store_place_kind";--> statement-breakpoint
ALTER TABLE "germination_count" ADD COLUMN "parts" jsonb;--> statement-breakpoint
ALTER TABLE "tally_event" ADD COLUMN "part" text;--> statement-breakpoint
ALTER TABLE "laboratory" ADD COLUMN "count_depth" text DEFAULT 'classes' NOT NULL;--> statement-breakpoint
ALTER TABLE "laboratory" ADD COLUMN "photo_days" integer;--> statement-breakpoint
ALTER TABLE "store_place" ADD COLUMN "dish_places" integer;--> statement-breakpoint
ALTER TABLE "dish_move" ADD CONSTRAINT "dish_move_dish_id_vessel_id_fk" FOREIGN KEY ("dish_id") REFERENCES "public"."vessel"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_move" ADD CONSTRAINT "dish_move_place_id_store_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."store_place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_move" ADD CONSTRAINT "dish_move_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_photo" ADD CONSTRAINT "dish_photo_lot_id_lot_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_photo" ADD CONSTRAINT "dish_photo_dish_id_vessel_id_fk" FOREIGN KEY ("dish_id") REFERENCES "public"."vessel"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_photo" ADD CONSTRAINT "dish_photo_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_photo" ADD CONSTRAINT "dish_photo_struck_by_person_id_fk" FOREIGN KEY ("struck_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_spoiled" ADD CONSTRAINT "dish_spoiled_dish_id_vessel_id_fk" FOREIGN KEY ("dish_id") REFERENCES "public"."vessel"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "dish_spoiled" ADD CONSTRAINT "dish_spoiled_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "germination_recount" ADD CONSTRAINT "germination_recount_subject_vessel_id_fk" FOREIGN KEY ("subject") REFERENCES "public"."vessel"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "germination_recount" ADD CONSTRAINT "germination_recount_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "germination_recount" ADD CONSTRAINT "germination_recount_chain" FOREIGN KEY ("supersedes","subject","field") REFERENCES "public"."germination_recount"("id","subject","field") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feed" ADD CONSTRAINT "calendar_feed_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "dish_move_dish" ON "dish_move" USING btree ("dish_id","seq");--> statement-breakpoint
CREATE INDEX "dish_move_place" ON "dish_move" USING btree ("place_id");--> statement-breakpoint
CREATE INDEX "dish_photo_dish" ON "dish_photo" USING btree ("dish_id","seen_on");--> statement-breakpoint
CREATE INDEX "dish_photo_lot" ON "dish_photo" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "dish_photo_kept" ON "dish_photo" USING btree ("at") WHERE picture is not null;--> statement-breakpoint
CREATE INDEX "dish_spoiled_dish" ON "dish_spoiled" USING btree ("dish_id","seq");--> statement-breakpoint
CREATE UNIQUE INDEX "germination_recount_one_root" ON "germination_recount" USING btree ("subject","field") WHERE supersedes is null;--> statement-breakpoint
CREATE INDEX "germination_recount_subject" ON "germination_recount" USING btree ("subject");--> statement-breakpoint
ALTER TABLE "tally_event" ADD CONSTRAINT "tally_event_part" CHECK (part in ('damaged','deformed','decayed','empty','embryoless','insect'));--> statement-breakpoint
ALTER TABLE "laboratory" ADD CONSTRAINT "laboratory_count_depth" CHECK (count_depth in ('classes','abnormal','dead','both'));--> statement-breakpoint
ALTER TABLE "laboratory" ADD CONSTRAINT "laboratory_photo_days" CHECK (photo_days between 1 and 36500);--> statement-breakpoint
ALTER TABLE "store_place" ADD CONSTRAINT "store_place_kind" CHECK (kind in ('room','refrigerator','freezer','chamber','cabinet','shelf','cupboard','drawer','box','jar','bag','envelope'));--> statement-breakpoint
-- Photographs are compressed already; kept as they are, slices of them are read without the whole.
ALTER TABLE "dish_photo" ALTER COLUMN "picture" SET STORAGE EXTERNAL;--> statement-breakpoint
ALTER TABLE "dish_photo" ALTER COLUMN "thumbnail" SET STORAGE EXTERNAL;--> statement-breakpoint
CREATE TRIGGER germination_recount_once BEFORE UPDATE OR DELETE ON germination_recount FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER dish_spoiled_once BEFORE UPDATE OR DELETE ON dish_spoiled FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER dish_move_once BEFORE UPDATE OR DELETE ON dish_move FOR EACH ROW EXECUTE FUNCTION refuse_change();
