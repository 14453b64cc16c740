ALTER TABLE "audit_entry" ALTER COLUMN "action" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "audit_entry" ADD COLUMN "act" jsonb;--> statement-breakpoint
ALTER TABLE "audit_entry" ADD CONSTRAINT "audit_act" CHECK (num_nonnulls(action, act) = 1);