CREATE TABLE "lot" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"store_id" uuid NOT NULL,
	"code" text,
	"supplier_id" uuid,
	"quantity" integer NOT NULL,
	"cost_minor" integer NOT NULL,
	"left_of_it" integer NOT NULL,
	"value_left" integer NOT NULL,
	"received_on" date NOT NULL,
	"opened_on" date,
	"good_until" date,
	"paid_currency" text,
	"paid_minor" integer,
	"rate_millionths" bigint,
	"retracted" boolean DEFAULT false NOT NULL,
	CONSTRAINT "lot_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "lot_left" CHECK ("lot"."left_of_it" >= 0 and "lot"."value_left" >= 0 and ("lot"."left_of_it" > 0 or "lot"."value_left" = 0)),
	CONSTRAINT "lot_cost" CHECK ("lot"."quantity" > 0 and "lot"."cost_minor" >= 0)
);
--> statement-breakpoint
CREATE TABLE "offer" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"store_id" uuid NOT NULL,
	"supplier_id" uuid NOT NULL,
	"pack" integer NOT NULL,
	"pack_name" text NOT NULL,
	"price_minor" integer NOT NULL,
	"at_least" integer NOT NULL,
	CONSTRAINT "offer_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "offer_terms" CHECK ("offer"."pack" > 0 and "offer"."price_minor" > 0 and "offer"."at_least" > 0)
);
--> statement-breakpoint
CREATE TABLE "outlay" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	"cost_minor" integer NOT NULL,
	"on_day" date NOT NULL,
	CONSTRAINT "outlay_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "outlay_cost" CHECK ("outlay"."cost_minor" > 0)
);
--> statement-breakpoint
CREATE TABLE "supplier" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"post_minor" integer NOT NULL,
	"free_from_minor" integer,
	"least_minor" integer NOT NULL,
	"lead_days" integer NOT NULL,
	"archived" boolean DEFAULT false NOT NULL,
	CONSTRAINT "supplier_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "supplier_terms" CHECK ("supplier"."post_minor" >= 0 and "supplier"."least_minor" >= 0 and "supplier"."lead_days" >= 0 and coalesce("supplier"."free_from_minor", 0) >= 0)
);
--> statement-breakpoint
CREATE TABLE "to_buy" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"store_id" uuid NOT NULL,
	"supplier_id" uuid,
	"packs" integer NOT NULL,
	"quantity" integer NOT NULL,
	"cost_minor" integer NOT NULL,
	"order_by" date,
	"state" text NOT NULL,
	"ordered_on" date,
	"received_on" date,
	CONSTRAINT "to_buy_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "to_buy_packs" CHECK ("to_buy"."packs" > 0 and "to_buy"."quantity" > 0 and "to_buy"."cost_minor" >= 0)
);
--> statement-breakpoint
ALTER TABLE "store_move" ALTER COLUMN "why" SET DEFAULT '';--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "hour_minor" integer;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "fee_hundredths" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "fee_minor" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "lot_id" uuid;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "value_minor" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "unbooked" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "reason" text DEFAULT 'older' NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ALTER COLUMN "reason" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "need_id" uuid;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "batch_id" uuid;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "unit_id" uuid;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "stage_id" uuid;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "assumed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "taught_counts" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "taught_log_sum" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store_move" ADD COLUMN "taught_log_squares" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "place" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "position" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "code" text;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "gsm" integer;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "surface" text;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "deckle" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "grain" text;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "thickness" integer;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "value_minor" integer;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "keeps_days" integer;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "picture_id" uuid;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "archived" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "unbooked" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "counts" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "log_sum" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "log_squares" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "takings" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "lot" ADD CONSTRAINT "lot_shop_id_store_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","store_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot" ADD CONSTRAINT "lot_shop_id_supplier_id_supplier_shop_id_id_fk" FOREIGN KEY ("shop_id","supplier_id") REFERENCES "public"."supplier"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "offer" ADD CONSTRAINT "offer_shop_id_store_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","store_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "offer" ADD CONSTRAINT "offer_shop_id_supplier_id_supplier_shop_id_id_fk" FOREIGN KEY ("shop_id","supplier_id") REFERENCES "public"."supplier"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outlay" ADD CONSTRAINT "outlay_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "supplier" ADD CONSTRAINT "supplier_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "to_buy" ADD CONSTRAINT "to_buy_shop_id_store_id_store_shop_id_id_fk" FOREIGN KEY ("shop_id","store_id") REFERENCES "public"."store"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "to_buy" ADD CONSTRAINT "to_buy_shop_id_supplier_id_supplier_shop_id_id_fk" FOREIGN KEY ("shop_id","supplier_id") REFERENCES "public"."supplier"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lot_with_something_left" ON "lot" USING btree ("shop_id","store_id") WHERE "lot"."left_of_it" > 0;--> statement-breakpoint
CREATE UNIQUE INDEX "lot_code_once" ON "lot" USING btree ("shop_id","code") WHERE not "lot"."retracted";--> statement-breakpoint
CREATE INDEX "offer_by_store" ON "offer" USING btree ("shop_id","store_id");--> statement-breakpoint
CREATE INDEX "offer_by_supplier" ON "offer" USING btree ("shop_id","supplier_id");--> statement-breakpoint
CREATE INDEX "outlay_by_day" ON "outlay" USING btree ("shop_id","on_day");--> statement-breakpoint
CREATE INDEX "to_buy_open" ON "to_buy" USING btree ("shop_id") WHERE "to_buy"."state" in ('listed', 'in the basket', 'ordered');--> statement-breakpoint
CREATE INDEX "to_buy_received" ON "to_buy" USING btree ("shop_id","supplier_id","received_on") WHERE "to_buy"."state" = 'received';--> statement-breakpoint
ALTER TABLE "store_move" ADD CONSTRAINT "store_move_shop_id_lot_id_lot_shop_id_id_fk" FOREIGN KEY ("shop_id","lot_id") REFERENCES "public"."lot"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "store_move_by_store" ON "store_move" USING btree ("shop_id","store_id","at");--> statement-breakpoint
CREATE INDEX "store_move_by_need" ON "store_move" USING btree ("shop_id","need_id");--> statement-breakpoint
CREATE INDEX "store_move_of_unit" ON "store_move" USING btree ("shop_id","unit_id","stage_id");--> statement-breakpoint
ALTER TABLE "shop" ADD CONSTRAINT "shop_rates" CHECK (coalesce("shop"."hour_minor", 0) >= 0 and "shop"."fee_hundredths" between 0 and 5000 and "shop"."fee_minor" >= 0);--> statement-breakpoint
ALTER TABLE "store" ADD CONSTRAINT "store_unbooked" CHECK ("store"."unbooked" >= 0);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON lot TO yule_app;
--> statement-breakpoint
ALTER TABLE lot ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE lot FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON lot USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON offer TO yule_app;
--> statement-breakpoint
ALTER TABLE offer ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE offer FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON offer USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON outlay TO yule_app;
--> statement-breakpoint
ALTER TABLE outlay ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE outlay FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON outlay USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON supplier TO yule_app;
--> statement-breakpoint
ALTER TABLE supplier ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE supplier FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON supplier USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON to_buy TO yule_app;
--> statement-breakpoint
ALTER TABLE to_buy ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE to_buy FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON to_buy USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
-- Each paint on the shelf is a material of the same id and name, full until somebody counts: what one of it holds, or what its form usually holds.
INSERT INTO store (shop_id, id, version, kind, name, on_hand, pack, pack_cost_minor, lead_days, archived)
	SELECT shop_id, id, 1, 'paint', name, CASE WHEN gone THEN 0 ELSE amount END, amount, coalesce(cost_minor, 0), 4, gone
	FROM (SELECT *, greatest(1, round(coalesce(ml, CASE form WHEN 'pan' THEN 1.6 WHEN 'tube' THEN 8 ELSE 29 END) * 1000))::integer AS amount FROM paint) AS paints
	ON CONFLICT DO NOTHING;
--> statement-breakpoint
-- What lies there is one lot at the shelf's own price, and all that came and went before was of it.
INSERT INTO lot (shop_id, id, version, store_id, quantity, cost_minor, left_of_it, value_left, received_on)
	SELECT shop_id, gen_random_uuid(), 1, id, greatest(on_hand, 1), round(on_hand::numeric * pack_cost_minor / pack), on_hand, round(on_hand::numeric * pack_cost_minor / pack), current_date
	FROM store;
--> statement-breakpoint
UPDATE store_move SET lot_id = lot.id, value_minor = round(store_move.quantity::numeric * store.pack_cost_minor / store.pack)
	FROM lot, store WHERE lot.shop_id = store_move.shop_id AND lot.store_id = store_move.store_id AND store.shop_id = store_move.shop_id AND store.id = store_move.store_id;
--> statement-breakpoint
-- On hand is the sum of what came and went: one place where that is kept true, whoever writes, takes back or does again.
CREATE FUNCTION store_moved() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	times integer := 0;
BEGIN
	IF TG_OP = 'INSERT' THEN
		times := CASE WHEN NEW.retracted THEN 0 ELSE 1 END;
	ELSIF NEW.retracted <> OLD.retracted THEN
		times := CASE WHEN NEW.retracted THEN -1 ELSE 1 END;
	END IF;
	IF times = 0 THEN
		RETURN NULL;
	END IF;
	UPDATE store SET
		on_hand = on_hand + times * NEW.quantity,
		unbooked = greatest(0, unbooked + times * NEW.unbooked),
		counts = counts + times * NEW.taught_counts,
		log_sum = log_sum + times * NEW.taught_log_sum,
		log_squares = log_squares + times * NEW.taught_log_squares
		WHERE shop_id = NEW.shop_id AND id = NEW.store_id;
	UPDATE lot SET left_of_it = left_of_it + times * NEW.quantity, value_left = value_left + times * NEW.value_minor
		WHERE shop_id = NEW.shop_id AND id = NEW.lot_id;
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER store_moved AFTER INSERT OR UPDATE OF retracted ON store_move FOR EACH ROW EXECUTE FUNCTION store_moved();
