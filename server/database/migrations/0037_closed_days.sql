ALTER TABLE "laboratory" ADD COLUMN "closed_week" text DEFAULT 'none' NOT NULL;--> statement-breakpoint
ALTER TABLE "laboratory" ADD COLUMN "closed_days" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "laboratory" ADD CONSTRAINT "laboratory_closed_week" CHECK (closed_week in ('none','sun','sat-sun','fri-sat'));