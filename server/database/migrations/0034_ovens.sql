DROP INDEX "moisture_observation_oven";--> statement-breakpoint
CREATE INDEX "moisture_observation_oven_name" ON "moisture_observation" USING btree ("recorded_at" DESC NULLS LAST) WHERE field = 'oven.oven';--> statement-breakpoint
CREATE INDEX "moisture_observation_oven" ON "moisture_observation" USING btree ("recorded_at" DESC NULLS LAST) WHERE field in ('second.withSeed', 'oven.backAt');