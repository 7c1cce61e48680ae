CREATE TABLE "day_plannings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" serial NOT NULL,
	"shop_id" uuid NOT NULL,
	"asked_by" uuid NOT NULL,
	"asked" jsonb NOT NULL,
	"state" text NOT NULL,
	"planned" jsonb,
	"found" integer DEFAULT 0 NOT NULL,
	"after_seconds" integer DEFAULT 0 NOT NULL,
	"problem" text,
	"asked_at" timestamp with time zone NOT NULL,
	"finished_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "day_plannings" ADD CONSTRAINT "day_plannings_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "day_plannings" ADD CONSTRAINT "day_plannings_asked_by_people_id_fk" FOREIGN KEY ("asked_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "day_plannings_asked_by_number_index" ON "day_plannings" USING btree ("asked_by","number");--> statement-breakpoint
ALTER TABLE day_plannings ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON day_plannings USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
GRANT USAGE ON SEQUENCE day_plannings_number_seq TO neat_sill_app;
