CREATE TABLE "pictures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"jpeg" "bytea" NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"taken_by" uuid,
	"kept_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_taken_by_people_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE pictures ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON pictures USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
CREATE INDEX ON pictures (job_id);
