CREATE TABLE "device" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"address" text NOT NULL,
	"simulated" boolean DEFAULT false NOT NULL,
	"version" integer NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "device_name_unique" UNIQUE("name"),
	CONSTRAINT "device_kind" CHECK (kind in ('oven', 'meter', 'counter'))
);
--> statement-breakpoint
ALTER TABLE "moisture_meter" ADD COLUMN "device_id" uuid;--> statement-breakpoint
ALTER TABLE "device" ADD CONSTRAINT "device_updated_by_person_id_fk" FOREIGN KEY ("updated_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "moisture_meter" ADD CONSTRAINT "moisture_meter_device_id_device_id_fk" FOREIGN KEY ("device_id") REFERENCES "public"."device"("id") ON DELETE no action ON UPDATE no action;