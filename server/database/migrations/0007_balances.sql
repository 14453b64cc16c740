CREATE TABLE "balance" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"settings" jsonb NOT NULL,
	"simulated" boolean DEFAULT false NOT NULL,
	"version" integer NOT NULL,
	"updated_by" uuid NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "balance_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "balance_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"balance_id" uuid NOT NULL,
	"nominal" text NOT NULL,
	"shown" text NOT NULL,
	"tolerance" text NOT NULL,
	"nominal_g" numeric NOT NULL,
	"shown_g" numeric NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "balance_check_values" CHECK (nominal_g > 0 and shown_g >= 0 and nominal_g <> 'NaN' and shown_g <> 'NaN')
);
--> statement-breakpoint
CREATE INDEX "balance_check_balance" ON "balance_check" USING btree ("balance_id","at");--> statement-breakpoint
CREATE TRIGGER balance_check_once BEFORE UPDATE OR DELETE ON balance_check FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE balance ADD FOREIGN KEY (updated_by) REFERENCES person;
--> statement-breakpoint
ALTER TABLE balance_check ADD FOREIGN KEY (balance_id) REFERENCES balance, ADD FOREIGN KEY ("by") REFERENCES person;
