-- Servers keep who is signed in for as long as nothing is told to have changed: a session that ends, or becomes another.
CREATE TRIGGER tell AFTER UPDATE OR DELETE ON sessions FOR EACH ROW EXECUTE FUNCTION tell_change();
--> statement-breakpoint
-- How far jobs are may be told anew, or be made stale, without an edit: servers drop the lists they keep, no page is told.
CREATE FUNCTION tell_outlines() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('neat_sill', NEW.shop_id || ' outlines');
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER tell_outlines AFTER UPDATE ON jobs FOR EACH ROW WHEN (
  OLD.version = NEW.version AND (OLD.outline_stale, OLD.outline) IS DISTINCT FROM (NEW.outline_stale, NEW.outline)
) EXECUTE FUNCTION tell_outlines();
--> statement-breakpoint
-- A transaction that notifies holds the queue of notifications until it is on disk, so that edits would come to disk one
-- after the other. Edits are told right after they are through (server/src/features/live), by the server that wrote them.
DROP TRIGGER tell_update ON jobs;
--> statement-breakpoint
CREATE TRIGGER tell_update AFTER UPDATE ON jobs FOR EACH ROW WHEN (
  (OLD.version, OLD.shelf, OLD.assigned_to, OLD.visit_on) IS DISTINCT FROM (NEW.version, NEW.shelf, NEW.assigned_to, NEW.visit_on)
  AND current_setting('app.tells_itself', true) IS DISTINCT FROM 'yes'
) EXECUTE FUNCTION tell_change();
--> statement-breakpoint
CREATE INDEX jobs_changed_at ON jobs (changed_at);
