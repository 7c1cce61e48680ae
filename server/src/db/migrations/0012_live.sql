-- Tells every server which shop's things have changed. Sent with the transaction that changed them; the same said twice in
-- one is sent once.
CREATE FUNCTION tell_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE changed record;
BEGIN
  changed := CASE WHEN TG_OP = 'DELETE' THEN OLD ELSE NEW END;
  IF TG_TABLE_NAME = 'jobs' THEN
    PERFORM pg_notify('neat_sill', changed.shop_id || ' jobs ' || changed.id || ' ' || changed.version);
  ELSIF TG_TABLE_NAME = 'shops' THEN
    PERFORM pg_notify('neat_sill', changed.id || ' shops');
  ELSE
    PERFORM pg_notify('neat_sill', changed.shop_id || ' ' || TG_TABLE_NAME);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR DELETE ON jobs FOR EACH ROW EXECUTE FUNCTION tell_change();--> statement-breakpoint
CREATE TRIGGER tell_update AFTER UPDATE ON jobs FOR EACH ROW WHEN (
  (OLD.version, OLD.shelf, OLD.assigned_to, OLD.visit_on) IS DISTINCT FROM (NEW.version, NEW.shelf, NEW.assigned_to, NEW.visit_on)
) EXECUTE FUNCTION tell_change();--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON films FOR EACH ROW EXECUTE FUNCTION tell_change();--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON stock FOR EACH ROW EXECUTE FUNCTION tell_change();--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON rule_sets FOR EACH ROW EXECUTE FUNCTION tell_change();--> statement-breakpoint
CREATE TRIGGER tell AFTER UPDATE ON shops FOR EACH ROW EXECUTE FUNCTION tell_change();--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON people FOR EACH ROW EXECUTE FUNCTION tell_change();
