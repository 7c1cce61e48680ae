CREATE TABLE "claims" (
	"task" text NOT NULL,
	"id" uuid NOT NULL,
	"shop_id" uuid NOT NULL,
	"work" jsonb NOT NULL,
	"beat_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "claims_task_id_pk" PRIMARY KEY("task","id")
);
--> statement-breakpoint
ALTER TABLE "claims" ADD CONSTRAINT "claims_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "claims" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY own_shop ON "claims" USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());--> statement-breakpoint
CREATE POLICY worker ON "claims" USING (current_setting('app.purpose', true) = 'worker')
  WITH CHECK (current_setting('app.purpose', true) = 'worker');--> statement-breakpoint
CREATE POLICY worker ON "papers" FOR DELETE USING (current_setting('app.purpose', true) = 'worker');--> statement-breakpoint
-- A row that is deleted is read first.
CREATE POLICY worker_reads ON "papers" FOR SELECT USING (current_setting('app.purpose', true) = 'worker');
