CREATE TABLE "customer_links" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"quote_id" text NOT NULL,
	"made_by" uuid,
	"made_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"times_seen" integer DEFAULT 0 NOT NULL,
	"last_seen_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_made_by_people_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_links_job_id_index" ON "customer_links" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE customer_links ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON customer_links USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
-- Whoever comes by a link is known by its token only; which shop it is of follows from it.
CREATE POLICY by_token ON customer_links FOR SELECT USING (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
-- What a customer has signed stays, and goes only with its whole job.
CREATE POLICY signed_is_not_changed ON job_records AS RESTRICTIVE FOR UPDATE
  USING (kind <> 'acceptance') WITH CHECK (kind <> 'acceptance');
--> statement-breakpoint
CREATE POLICY signed_goes_with_its_job ON job_records AS RESTRICTIVE FOR DELETE
  USING (kind <> 'acceptance' OR current_setting('app.purpose', true) = 'erase');
