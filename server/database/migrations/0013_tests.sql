CREATE TABLE "packet_test" (
	"id" uuid PRIMARY KEY NOT NULL,
	"packet_id" uuid,
	"bag_id" uuid,
	"what" text NOT NULL,
	"on" date NOT NULL,
	"seeds" integer NOT NULL,
	"hits" integer NOT NULL,
	"minutes" integer,
	"verdict" text,
	"place_id" uuid,
	"note" text NOT NULL,
	"supersedes" uuid,
	"reason" text,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "packet_test_one_successor" UNIQUE("supersedes"),
	CONSTRAINT "packet_test_what" CHECK (what in ('towel','float','field')),
	CONSTRAINT "packet_test_counts" CHECK (seeds between 1 and 100000 and hits between 0 and seeds),
	CONSTRAINT "packet_test_verdict" CHECK ((what = 'towel') = (verdict is not null)),
	CONSTRAINT "packet_test_reason" CHECK ((supersedes is null) = (reason is null))
);
--> statement-breakpoint
CREATE INDEX "packet_test_packet" ON "packet_test" USING btree ("packet_id");--> statement-breakpoint
CREATE INDEX "packet_test_bag" ON "packet_test" USING btree ("bag_id");--> statement-breakpoint
INSERT INTO packet_test (id, packet_id, bag_id, what, "on", seeds, hits, verdict, place_id, note, "by", at)
SELECT gen_random_uuid(), b.packet_id, b.id, 'towel', e."on", b.seeds,
       (SELECT coalesce(sum(l.sprouted), 0) FROM bag_look l WHERE l.bag_id = b.id AND NOT EXISTS (SELECT 1 FROM bag_look_strike s WHERE s.look_id = l.id)),
       e.verdict ->> 'verdict', p.place_id, '', e."by", e.at
FROM bag_end e JOIN quick_bag b ON b.id = e.bag_id JOIN packet p ON p.id = b.packet_id
WHERE b.treatment = 'untreated' AND e.verdict ->> 'verdict' NOT IN ('invalid', 'unclear');
--> statement-breakpoint
INSERT INTO packet_test (id, packet_id, bag_id, what, "on", seeds, hits, minutes, place_id, note, "by", at)
SELECT gen_random_uuid(), b.packet_id, b.id, 'float', r.started_on, (b.float ->> 'seeds')::int, (b.float ->> 'sank')::int,
       (b.float ->> 'minutes')::int, p.place_id, '', r."by", r.at
FROM quick_bag b JOIN quick_round r ON r.id = b.round_id LEFT JOIN packet p ON p.id = b.packet_id
WHERE b.float IS NOT NULL;
--> statement-breakpoint
ALTER TABLE "quick_bag" DROP COLUMN "float";
--> statement-breakpoint
CREATE TRIGGER packet_test_once BEFORE UPDATE OR DELETE ON packet_test FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE packet_test ADD FOREIGN KEY (packet_id) REFERENCES packet, ADD FOREIGN KEY (bag_id) REFERENCES quick_bag, ADD FOREIGN KEY (place_id) REFERENCES store_place, ADD FOREIGN KEY (supersedes) REFERENCES packet_test, ADD FOREIGN KEY ("by") REFERENCES person;
