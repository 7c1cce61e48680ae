CREATE TABLE "film_orders" (
	"id" uuid PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"film_id" text NOT NULL,
	"width_mm" double precision NOT NULL,
	"roll_mm" double precision NOT NULL,
	"quantity" double precision NOT NULL,
	"supplier" text NOT NULL,
	"ordered_on" date NOT NULL,
	"arrived_on" date,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "film_orders" ADD CONSTRAINT "film_orders_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "film_orders_shop_id_index" ON "film_orders" USING btree ("shop_id");--> statement-breakpoint
--> statement-breakpoint
ALTER TABLE film_orders ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON film_orders USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
CREATE TRIGGER tell AFTER INSERT OR UPDATE OR DELETE ON film_orders FOR EACH ROW EXECUTE FUNCTION tell_change();
