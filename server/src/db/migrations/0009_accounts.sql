CREATE TABLE "audit_log" (
	"number" bigserial PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid,
	"kind" text NOT NULL,
	"about" text NOT NULL,
	"about_person_id" uuid,
	"place" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "known_devices" (
	"token_hash" text NOT NULL,
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"last_seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "known_devices_token_hash_person_id_pk" PRIMARY KEY("token_hash","person_id")
);
--> statement-breakpoint
CREATE TABLE "links" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"id" uuid DEFAULT gen_random_uuid() NOT NULL,
	"kind" text NOT NULL,
	"shop_id" uuid,
	"invited" jsonb,
	"person_id" uuid,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "people" DROP CONSTRAINT "people_email_unique";--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "code_secret" text;--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "code_step" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "id" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "device" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "opened_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "last_seen_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "failed_before" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "details" jsonb;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "shops" ADD COLUMN "logo" "bytea";--> statement-breakpoint
ALTER TABLE "audit_log" ADD CONSTRAINT "audit_log_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit_log" ADD CONSTRAINT "audit_log_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit_log" ADD CONSTRAINT "audit_log_about_person_id_people_id_fk" FOREIGN KEY ("about_person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "known_devices" ADD CONSTRAINT "known_devices_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "known_devices" ADD CONSTRAINT "known_devices_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "links" ADD CONSTRAINT "links_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_log_shop_id_number_index" ON "audit_log" USING btree ("shop_id","number");--> statement-breakpoint
CREATE INDEX "audit_log_person_id_kind_at_index" ON "audit_log" USING btree ("person_id","kind","at");--> statement-breakpoint
CREATE INDEX "known_devices_person_id_index" ON "known_devices" USING btree ("person_id");--> statement-breakpoint
CREATE UNIQUE INDEX "people_email" ON "people" USING btree ("email") WHERE removed_at is null;--> statement-breakpoint
CREATE INDEX "sessions_person_id_index" ON "sessions" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "people_shop" ON "people" USING btree ("shop_id");--> statement-breakpoint
DO $$ DECLARE name text; BEGIN
  FOREACH name IN ARRAY ARRAY['audit_log', 'known_devices', 'links'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY own_shop ON %I USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop())', name);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE POLICY sign_in ON links USING (current_setting('app.purpose', true) = 'sign-in')
  WITH CHECK (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
CREATE POLICY sign_in ON known_devices USING (current_setting('app.purpose', true) = 'sign-in')
  WITH CHECK (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
CREATE POLICY sign_in_writes ON audit_log FOR INSERT WITH CHECK (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
CREATE POLICY sign_in_reads ON audit_log FOR SELECT USING (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
-- Who asks, in one indexed read: the session's shop is not known before, so it can't be asked as that shop.
CREATE FUNCTION session_of(hash text) RETURNS TABLE (
  session_id uuid, csrf_token text, expires_at timestamptz, last_seen_at timestamptz, failed_before integer,
  shop_id uuid, person_id uuid, person_name text, role text, unit text, has_code boolean, shop_name text,
  idle_hours integer, owners_need_code boolean
) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT s.id, s.csrf_token, s.expires_at, s.last_seen_at, s.failed_before, s.shop_id, p.id, p.name, p.role, p.unit,
    p.code_secret IS NOT NULL, h.name, (h.details->>'idleHours')::int, (h.details->>'ownersNeedCode')::boolean
  FROM sessions s JOIN people p ON p.id = s.person_id JOIN shops h ON h.id = s.shop_id
  WHERE s.token_hash = hash AND p.removed_at IS NULL
$$;
