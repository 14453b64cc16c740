CREATE TABLE "bag_end" (
	"bag_id" uuid PRIMARY KEY NOT NULL,
	"on" date NOT NULL,
	"answers" jsonb NOT NULL,
	"verdict" jsonb NOT NULL,
	"core_version" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "bag_look" (
	"id" uuid PRIMARY KEY NOT NULL,
	"bag_id" uuid NOT NULL,
	"on" date NOT NULL,
	"sprouted" integer NOT NULL,
	"look" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "bag_look_sprouted" CHECK (sprouted >= 0)
);
--> statement-breakpoint
CREATE TABLE "bag_look_strike" (
	"look_id" uuid PRIMARY KEY NOT NULL,
	"reason" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quick_bag" (
	"id" uuid PRIMARY KEY NOT NULL,
	"round_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"code" text NOT NULL,
	"packet_id" uuid,
	"kind" text NOT NULL,
	"species" text NOT NULL,
	"seeds" integer NOT NULL,
	"packet_seeds" integer,
	"treatment" text NOT NULL,
	"how" text NOT NULL,
	"control" boolean NOT NULL,
	"method" jsonb NOT NULL,
	"float" jsonb,
	CONSTRAINT "quick_bag_code_unique" UNIQUE("code"),
	CONSTRAINT "quick_bag_number" UNIQUE("round_id","number"),
	CONSTRAINT "quick_bag_seeds" CHECK (seeds between 1 and 1000)
);
--> statement-breakpoint
CREATE TABLE "quick_round" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" integer NOT NULL,
	"name" text NOT NULL,
	"started_on" date NOT NULL,
	"place" jsonb NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "quick_round_number_unique" UNIQUE("number")
);
--> statement-breakpoint
ALTER TABLE "packet" ADD COLUMN "last_test" jsonb;--> statement-breakpoint
CREATE INDEX "bag_look_bag" ON "bag_look" USING btree ("bag_id");--> statement-breakpoint
CREATE INDEX "quick_bag_packet" ON "quick_bag" USING btree ("packet_id");
--> statement-breakpoint
CREATE TRIGGER bag_look_once BEFORE UPDATE OR DELETE ON bag_look FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER bag_look_strike_once BEFORE UPDATE OR DELETE ON bag_look_strike FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER bag_end_once BEFORE UPDATE OR DELETE ON bag_end FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE quick_round ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE quick_bag ADD FOREIGN KEY (round_id) REFERENCES quick_round, ADD FOREIGN KEY (packet_id) REFERENCES packet;
--> statement-breakpoint
ALTER TABLE bag_look ADD FOREIGN KEY (bag_id) REFERENCES quick_bag, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE bag_look_strike ADD FOREIGN KEY (look_id) REFERENCES bag_look, ADD FOREIGN KEY ("by") REFERENCES person;
--> statement-breakpoint
ALTER TABLE bag_end ADD FOREIGN KEY (bag_id) REFERENCES quick_bag, ADD FOREIGN KEY ("by") REFERENCES person;
