ALTER TABLE "jobs" ADD COLUMN "outline_stale" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "standing" text GENERATED ALWAYS AS (outline->>'standing') STORED;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "search" text GENERATED ALWAYS AS (outline->>'search') STORED;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "customer" text GENERATED ALWAYS AS (lower(outline->>'customer')) STORED;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "cures_on" text GENERATED ALWAYS AS (outline->>'curesOn') STORED;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "is_on" boolean GENERATED ALWAYS AS ((outline->>'panes')::int = 0 or (outline->>'done')::int < (outline->>'panes')::int) STORED;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "shelf" text DEFAULT 'open' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "shelved_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "assigned_to" uuid;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "visit_on" date;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_assigned_to_people_id_fk" FOREIGN KEY ("assigned_to") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "jobs_shop_id_shelf_changed_at_index" ON "jobs" USING btree ("shop_id","shelf","changed_at");--> statement-breakpoint
CREATE INDEX "jobs_stale" ON "jobs" ("shop_id") WHERE outline_stale;--> statement-breakpoint
-- A worker sees which jobs wait for it; what is in them it does as their shop.
CREATE POLICY worker ON "jobs" FOR SELECT USING (current_setting('app.purpose', true) = 'worker');
