CREATE TABLE "busy_times" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"from_at" timestamp with time zone NOT NULL,
	"to_at" timestamp with time zone NOT NULL,
	"read_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "calendar_events" (
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"uid" text NOT NULL,
	"sequence" integer NOT NULL,
	"data" jsonb NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"cancelled_at" timestamp with time zone,
	CONSTRAINT "calendar_events_person_id_uid_pk" PRIMARY KEY("person_id","uid")
);
--> statement-breakpoint
CREATE TABLE "calendar_feeds" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"shop_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	CONSTRAINT "calendar_feeds_personId_unique" UNIQUE("person_id")
);
--> statement-breakpoint
ALTER TABLE "busy_times" ADD CONSTRAINT "busy_times_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "busy_times" ADD CONSTRAINT "busy_times_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_events" ADD CONSTRAINT "calendar_events_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_events" ADD CONSTRAINT "calendar_events_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_shop_id_shops_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shops"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "busy_times_shop_id_to_at_index" ON "busy_times" USING btree ("shop_id","to_at");--> statement-breakpoint
ALTER TABLE calendar_feeds ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON calendar_feeds USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
-- A calendar program is known by its token only; whose days they are follows from it.
CREATE POLICY by_token ON calendar_feeds FOR SELECT USING (current_setting('app.purpose', true) = 'sign-in');
--> statement-breakpoint
ALTER TABLE calendar_events ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON calendar_events USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
--> statement-breakpoint
ALTER TABLE busy_times ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON busy_times USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
