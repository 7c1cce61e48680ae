CREATE TABLE "cut_pulls" (
	"shop_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kept_at" text NOT NULL,
	"pull_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "cut_pulls_job_id_kept_at_pull_id_pk" PRIMARY KEY("job_id","kept_at","pull_id")
);
--> statement-breakpoint
ALTER TABLE "stock" ADD COLUMN "lot" text;--> statement-breakpoint
ALTER TABLE "stock" ADD COLUMN "place" text;--> statement-breakpoint
ALTER TABLE "stock" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "stock" ADD COLUMN "reserved_by" uuid;--> statement-breakpoint
ALTER TABLE "stock" ADD COLUMN "opened_as" text;--> statement-breakpoint
ALTER TABLE "cut_pulls" ADD CONSTRAINT "cut_pulls_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock" ADD CONSTRAINT "stock_reserved_by_jobs_id_fk" FOREIGN KEY ("reserved_by") REFERENCES "public"."jobs"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE cut_pulls ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON cut_pulls USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
