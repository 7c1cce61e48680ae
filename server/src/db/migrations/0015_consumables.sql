CREATE TABLE "consumables" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"unit" text NOT NULL,
	"on_hand" double precision NOT NULL,
	"least" double precision,
	"place" text,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "consumables" ADD CONSTRAINT "consumables_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "consumables_shop_id_index" ON "consumables" USING btree ("shop_id");
--> statement-breakpoint
ALTER TABLE consumables ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON consumables USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON consumables FOR EACH ROW EXECUTE FUNCTION tell_change();
