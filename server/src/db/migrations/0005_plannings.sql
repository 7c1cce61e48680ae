CREATE TABLE "plannings" (
	"id" uuid PRIMARY KEY NOT NULL,
	"number" serial NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"work" jsonb NOT NULL,
	"work_key" text NOT NULL,
	"seconds" integer NOT NULL,
	"state" text NOT NULL,
	"plan" jsonb,
	"found" integer DEFAULT 0 NOT NULL,
	"after_seconds" integer DEFAULT 0 NOT NULL,
	"problem" text,
	"asked_by" uuid,
	"asked_at" timestamp with time zone NOT NULL,
	"started_at" timestamp with time zone,
	"finished_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "cut_pulls" ADD COLUMN "film_id" text;--> statement-breakpoint
ALTER TABLE "cut_pulls" ADD COLUMN "pieces" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "plannings" ADD CONSTRAINT "plannings_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plannings" ADD CONSTRAINT "plannings_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plannings" ADD CONSTRAINT "plannings_asked_by_people_id_fk" FOREIGN KEY ("asked_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plannings_job_id_number_index" ON "plannings" USING btree ("job_id","number");
--> statement-breakpoint
ALTER TABLE plannings ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON plannings USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
GRANT USAGE ON SEQUENCE plannings_number_seq TO neat_sill_app;
