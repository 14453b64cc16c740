-- Every observation has the day on which it was seen, beside the instant at which it was recorded.
ALTER TABLE "germination_count" ADD COLUMN "final" boolean;--> statement-breakpoint
ALTER TABLE "germination_count" ADD COLUMN "cause" text;--> statement-breakpoint
ALTER TABLE "judgement" ADD COLUMN "by" uuid;--> statement-breakpoint
ALTER TABLE "lot" ADD COLUMN "standing_version" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "drawn_on" date;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "late_reason" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "created_by" uuid;--> statement-breakpoint
-- A row of before has the day, in the laboratory's zone, of the root of its chain of corrections: a typo put right
-- later was seen no later. What came in by file was seen on the day that was planned for it, and says so.
DO $$
DECLARE
  name text;
  zone text := coalesce((SELECT l.zone FROM laboratory l), 'UTC');
BEGIN
  FOREACH name IN ARRAY ARRAY['sampling_observation','purity_observation','other_seeds_observation','moisture_observation',
    'heterogeneity_observation','germination_count']
  LOOP
    EXECUTE format('ALTER TABLE %I ALTER COLUMN observed_at DROP NOT NULL, ADD COLUMN seen_on date, ADD COLUMN seen_from text,
      ADD COLUMN late_reason text', name);
    -- These rows are written once; the columns are new, and nothing that was written is touched.
    EXECUTE format('ALTER TABLE %I DISABLE TRIGGER %I', name, name || '_once');
    EXECUTE format($fill$
      WITH RECURSIVE chain AS (
        SELECT id, id AS root FROM %1$I WHERE supersedes IS NULL
        UNION ALL
        SELECT later.id, chain.root FROM %1$I later JOIN chain ON later.supersedes = chain.id)
      UPDATE %1$I row SET
        seen_on = (first.observed_at AT TIME ZONE %2$L)::date,
        seen_from = CASE WHEN first.observed_at = first.recorded_at THEN 'recorded' ELSE 'stated' END
      FROM chain JOIN %1$I first ON first.id = chain.root
      WHERE row.id = chain.id$fill$, name, zone);
  END LOOP;
  WITH RECURSIVE chain AS (
    SELECT id, id AS root FROM germination_count WHERE supersedes IS NULL
    UNION ALL
    SELECT later.id, chain.root FROM germination_count later JOIN chain ON later.supersedes = chain.id)
  UPDATE germination_count row SET
    seen_on = (test.plan ->> 'setUpDate')::date + (test.plan ->> 'prechillDays')::int + substr(first.field, 5)::int,
    seen_from = 'plan'
  FROM chain
    JOIN germination_count first ON first.id = chain.root
    JOIN vessel dish ON dish.id = first.subject
    JOIN bench_test test ON test.vessel_id = dish.parent_id
  WHERE row.id = chain.id
    AND EXISTS (SELECT FROM audit_entry a WHERE a.action = 'brought in a file' AND a.at = first.recorded_at AND a.by = first.by);
  UPDATE germination_count SET final = entry LIKE 'final%';
  FOREACH name IN ARRAY ARRAY['sampling_observation','purity_observation','other_seeds_observation','moisture_observation',
    'heterogeneity_observation','germination_count']
  LOOP
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER %I', name, name || '_once');
    EXECUTE format('ALTER TABLE %I ALTER COLUMN seen_on SET NOT NULL, ALTER COLUMN seen_from SET NOT NULL,
      ADD CONSTRAINT %I CHECK (seen_from IN (''stated'',''recorded'',''plan'',''file''))', name, name || '_seen_from');
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE "germination_count" ALTER COLUMN "final" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "germination_count" ADD CONSTRAINT "germination_count_cause" CHECK (cause in ('all-germinated','not-yet-judgeable','swollen-legume'));--> statement-breakpoint
-- Who drew a vessel is not who wrote to it last.
UPDATE vessel v SET created_by = coalesce(
  (SELECT a.by FROM audit_entry a WHERE a.lot_id = v.lot_id AND a.subject IN ('vessel ' || v.code, 'vessel ' || v.id)
    AND v.kind <> 'replicate' ORDER BY a.seq LIMIT 1),
  (SELECT t.created_by FROM bench_test t WHERE t.vessel_id = v.parent_id AND v.kind = 'replicate'),
  v.updated_by);--> statement-breakpoint
ALTER TABLE "vessel" ALTER COLUMN "created_by" SET NOT NULL;--> statement-breakpoint
UPDATE vessel v SET drawn_on = o.entered_text::date
  FROM sampling_observation o
  WHERE o.subject = v.id AND o.field = 'drawnOn' AND v.kind = 'submitted'
    AND NOT EXISTS (SELECT FROM sampling_observation later WHERE later.supersedes = o.id);
