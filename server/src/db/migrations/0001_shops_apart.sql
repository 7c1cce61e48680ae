-- Keeps one shop's rows from another's. The application connects as neat_sill_app, which may neither own tables nor
-- bypass these policies; every transaction names its shop in app.shop_id (server/src/db/database.ts).
CREATE TABLE sign_in_tries (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint);
--> statement-breakpoint
DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'neat_sill_app') THEN
    CREATE ROLE neat_sill_app NOLOGIN NOSUPERUSER NOBYPASSRLS;
  END IF;
EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL; -- another database of the cluster made it just now
END $$;
--> statement-breakpoint
GRANT neat_sill_app TO CURRENT_USER;
--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO neat_sill_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO neat_sill_app;
--> statement-breakpoint
ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT SELECT, INSERT, UPDATE, DELETE ON TABLES TO neat_sill_app;
--> statement-breakpoint
CREATE FUNCTION current_shop() RETURNS uuid LANGUAGE sql STABLE
  AS $$ SELECT nullif(current_setting('app.shop_id', true), '')::uuid $$;
--> statement-breakpoint
DO $$ DECLARE name text; BEGIN
  FOREACH name IN ARRAY ARRAY['people', 'sessions', 'films', 'stock', 'rule_sets', 'jobs', 'job_records', 'job_edits', 'papers'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY own_shop ON %I USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop())', name);
  END LOOP;
END $$;
--> statement-breakpoint
ALTER TABLE shops ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON shops USING (id = current_shop()) WITH CHECK (id = current_shop());
--> statement-breakpoint
-- Signing in comes before the shop is known: it may look for a person and handle sessions, nothing else.
CREATE POLICY sign_in ON people FOR SELECT USING (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
CREATE POLICY sign_in ON sessions USING (current_setting('app.purpose', true) = 'sign-in')
  WITH CHECK (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
CREATE POLICY sign_in ON shops FOR SELECT USING (current_setting('app.purpose', true) = 'sign-in');
