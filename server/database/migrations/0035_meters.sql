CREATE TABLE "moisture_calibration" (
	"id" uuid PRIMARY KEY NOT NULL,
	"meter_id" uuid NOT NULL,
	"species" text NOT NULL,
	"degree" integer NOT NULL,
	"pairs" jsonb NOT NULL,
	"valid_until" date NOT NULL,
	"struck" jsonb,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "moisture_calibration_degree" CHECK (degree in (1, 2))
);
--> statement-breakpoint
CREATE TABLE "moisture_meter" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "moisture_meter_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "moisture_meter_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"meter_id" uuid NOT NULL,
	"species" text NOT NULL,
	"seen_on" date NOT NULL,
	"meter_percent" numeric NOT NULL,
	"oven_percent" numeric NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "moisture_meter_check_values" CHECK (meter_percent between 0 and 100 and oven_percent between 0 and 100)
);
--> statement-breakpoint
ALTER TABLE "moisture_calibration" ADD CONSTRAINT "moisture_calibration_meter_id_moisture_meter_id_fk" FOREIGN KEY ("meter_id") REFERENCES "public"."moisture_meter"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "moisture_calibration" ADD CONSTRAINT "moisture_calibration_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "moisture_meter" ADD CONSTRAINT "moisture_meter_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "moisture_meter_check" ADD CONSTRAINT "moisture_meter_check_meter_id_moisture_meter_id_fk" FOREIGN KEY ("meter_id") REFERENCES "public"."moisture_meter"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "moisture_meter_check" ADD CONSTRAINT "moisture_meter_check_by_person_id_fk" FOREIGN KEY ("by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "moisture_calibration_meter" ON "moisture_calibration" USING btree ("meter_id","species","at");--> statement-breakpoint
CREATE INDEX "moisture_meter_check_meter" ON "moisture_meter_check" USING btree ("meter_id","seen_on");