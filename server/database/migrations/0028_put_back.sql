ALTER TABLE "vessel" DROP CONSTRAINT "vessel_gone";--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "put_back_g" numeric;--> statement-breakpoint
ALTER TABLE "vessel" ADD CONSTRAINT "vessel_gone" CHECK (gone in ('poured together','used up','discarded','returned','put back'));