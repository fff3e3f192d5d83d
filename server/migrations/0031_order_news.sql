CREATE TABLE "order_news" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"ref" text NOT NULL,
	"order_ref" text NOT NULL,
	"order_id" uuid,
	"is_left" boolean NOT NULL,
	CONSTRAINT "order_news_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "order_news_taken_once" UNIQUE("shop_id","ref")
);
--> statement-breakpoint
ALTER TABLE "order_news" ADD CONSTRAINT "order_news_shop_id_order_id_customer_order_shop_id_id_fk" FOREIGN KEY ("shop_id","order_id") REFERENCES "public"."customer_order"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "order_news_by_order" ON "order_news" USING btree ("shop_id","order_ref");
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON order_news TO yule_app;
--> statement-breakpoint
ALTER TABLE order_news ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE order_news FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON order_news USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
