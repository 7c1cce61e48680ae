CREATE TABLE "job_numbers" (
	"shop_id" uuid PRIMARY KEY NOT NULL,
	"last" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job_numbers" ADD CONSTRAINT "job_numbers_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE job_numbers ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON job_numbers USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
-- Numbers the jobs of a shop that have none yet, in the order they were made, after those that were given.
CREATE FUNCTION number_jobs(shop uuid) RETURNS void LANGUAGE sql AS $$
  WITH given AS (SELECT coalesce((SELECT last FROM job_numbers WHERE shop_id = shop), 0) AS last),
  numbered AS (
    SELECT records.job_id, given.last + row_number() OVER (ORDER BY jobs.created_at, jobs.id) AS number
    FROM job_records AS records JOIN jobs ON jobs.id = records.job_id, given
    WHERE records.shop_id = shop AND records.kind = 'job' AND records.data IS NOT NULL
      AND records.data->>'number' IS NULL
  ),
  written AS (
    UPDATE job_records AS records SET data = jsonb_set(records.data, '{number}', to_jsonb(numbered.number))
    FROM numbered WHERE records.job_id = numbered.job_id AND records.kind = 'job'
    RETURNING numbered.number
  )
  INSERT INTO job_numbers (shop_id, last) SELECT shop, max(number) FROM written HAVING max(number) IS NOT NULL
  ON CONFLICT (shop_id) DO UPDATE SET last = excluded.last
$$;
--> statement-breakpoint
SELECT number_jobs(id) FROM shops;
