ALTER TABLE "shops" ADD COLUMN "quotas" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
CREATE INDEX "papers_shop_id_made_at_index" ON "papers" USING btree ("shop_id","made_at");--> statement-breakpoint
CREATE INDEX "pictures_shop_id_index" ON "pictures" USING btree ("shop_id");