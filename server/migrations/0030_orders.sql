CREATE TABLE "order_payment" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"order_id" uuid NOT NULL,
	"minor" integer NOT NULL,
	"paid_on" date NOT NULL,
	CONSTRAINT "order_payment_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "customer_order" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"household_id" uuid,
	"price_minor" integer,
	"deposit_minor" integer,
	CONSTRAINT "customer_order_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "customer_order_money" CHECK (coalesce("customer_order"."price_minor", 0) >= 0 and coalesce("customer_order"."deposit_minor", 0) >= 0)
);
--> statement-breakpoint
ALTER TABLE "order_payment" ADD CONSTRAINT "order_payment_shop_id_order_id_customer_order_shop_id_id_fk" FOREIGN KEY ("shop_id","order_id") REFERENCES "public"."customer_order"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_order" ADD CONSTRAINT "customer_order_shop_id_id_undertaking_shop_id_id_fk" FOREIGN KEY ("shop_id","id") REFERENCES "public"."undertaking"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_order" ADD CONSTRAINT "customer_order_shop_id_household_id_household_shop_id_id_fk" FOREIGN KEY ("shop_id","household_id") REFERENCES "public"."household"("shop_id","id") ON DELETE SET NULL ("household_id") ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "order_payment_by_order" ON "order_payment" USING btree ("shop_id","order_id");--> statement-breakpoint
CREATE INDEX "customer_order_by_household" ON "customer_order" USING btree ("shop_id","household_id");
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON customer_order TO yule_app;
--> statement-breakpoint
ALTER TABLE customer_order ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE customer_order FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON customer_order USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON order_payment TO yule_app;
--> statement-breakpoint
ALTER TABLE order_payment ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE order_payment FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON order_payment USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
