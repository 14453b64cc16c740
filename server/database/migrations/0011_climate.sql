CREATE TABLE "climate_reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"place_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"temperature_c" numeric NOT NULL,
	"humidity_percent" numeric,
	"list_id" uuid,
	"by" uuid,
	CONSTRAINT "climate_reading_air" CHECK (temperature_c between -60 and 80 and (humidity_percent is null or humidity_percent between 0 and 100))
);
--> statement-breakpoint
CREATE TABLE "place_line" (
	"place_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"entry" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "place_line_place_id_line_pk" PRIMARY KEY("place_id","line"),
	CONSTRAINT "place_line_number" CHECK (line >= 0)
);
--> statement-breakpoint
ALTER TABLE "store_place" DROP CONSTRAINT "store_place_kind";--> statement-breakpoint
ALTER TABLE "store_list" ADD COLUMN "what" text DEFAULT 'packets' NOT NULL;--> statement-breakpoint
ALTER TABLE "store_list" ADD COLUMN "place_id" uuid;--> statement-breakpoint
ALTER TABLE "store_place" ADD COLUMN "band" jsonb;--> statement-breakpoint
ALTER TABLE "store_place" ADD COLUMN "logger" text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX "climate_reading_place" ON "climate_reading" USING btree ("place_id","at");--> statement-breakpoint
CREATE INDEX "climate_reading_list" ON "climate_reading" USING btree ("list_id");--> statement-breakpoint
ALTER TABLE "store_list" ADD CONSTRAINT "store_list_what" CHECK (what in ('packets','climate') and (what = 'climate') = (place_id is not null));--> statement-breakpoint
ALTER TABLE "store_place" ADD CONSTRAINT "store_place_kind" CHECK (kind in ('room','refrigerator','freezer','chamber','cupboard','drawer','box','jar','bag','envelope'));
--> statement-breakpoint
CREATE TRIGGER climate_reading_once BEFORE UPDATE OR DELETE ON climate_reading FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER place_line_once BEFORE UPDATE OR DELETE ON place_line FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE climate_reading ADD FOREIGN KEY (place_id) REFERENCES store_place, ADD FOREIGN KEY (list_id) REFERENCES store_list, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE place_line ADD FOREIGN KEY (place_id) REFERENCES store_place, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE store_list ADD FOREIGN KEY (place_id) REFERENCES store_place;
