CREATE TABLE "lesson" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"text" text NOT NULL,
	"moment" text NOT NULL,
	"design_id" uuid,
	"occasion" text,
	"noted_on" date NOT NULL,
	CONSTRAINT "lesson_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "lesson_moment" CHECK ("lesson"."moment" in ('planning', 'splitting', 'painting', 'finishing', 'sending') and length("lesson"."text") between 1 and 400)
);
--> statement-breakpoint
ALTER TABLE "need_line" DROP CONSTRAINT "need_line_quantity";--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "region" text;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "order_ref" text;--> statement-breakpoint
ALTER TABLE "need" ADD COLUMN "copied_from" uuid;--> statement-breakpoint
ALTER TABLE "need_line" ADD COLUMN "from_left" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "need_line" ADD COLUMN "sold" integer;--> statement-breakpoint
ALTER TABLE "need_line" ADD COLUMN "given" integer;--> statement-breakpoint
ALTER TABLE "need_line" ADD COLUMN "left_over" integer;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "serves_need_id" uuid;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_shop_id_design_id_design_shop_id_id_fk" FOREIGN KEY ("shop_id","design_id") REFERENCES "public"."design"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unit" ADD CONSTRAINT "unit_shop_id_serves_need_id_need_shop_id_id_fk" FOREIGN KEY ("shop_id","serves_need_id") REFERENCES "public"."need"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "need" ADD CONSTRAINT "need_order_taken_once" UNIQUE("shop_id","order_ref");--> statement-breakpoint
ALTER TABLE "need_line" ADD CONSTRAINT "need_line_outcome" CHECK (("need_line"."sold" is null) = ("need_line"."left_over" is null) and ("need_line"."given" is null) = ("need_line"."left_over" is null) and ("need_line"."left_over" is null or ("need_line"."sold" >= 0 and "need_line"."given" >= 0 and "need_line"."left_over" >= 0 and "need_line"."sold" + "need_line"."given" + "need_line"."left_over" = "need_line"."assembled")));--> statement-breakpoint
ALTER TABLE "need_line" ADD CONSTRAINT "need_line_quantity" CHECK ("need_line"."quantity" > 0 and "need_line"."assembled" >= 0 and "need_line"."assembled" <= "need_line"."quantity" and "need_line"."from_left" between 0 and "need_line"."assembled");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON lesson TO yule_app;
--> statement-breakpoint
ALTER TABLE lesson ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE lesson FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON lesson USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
