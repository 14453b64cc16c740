ALTER TABLE "own_kind" DROP CONSTRAINT "own_kind_species_unique";--> statement-breakpoint
ALTER TABLE "own_kind" ADD COLUMN "supersedes" uuid;--> statement-breakpoint
CREATE UNIQUE INDEX "own_kind_one_root" ON "own_kind" USING btree ("species") WHERE supersedes is null;--> statement-breakpoint
ALTER TABLE "own_kind" ADD CONSTRAINT "own_kind_one_successor" UNIQUE("supersedes");