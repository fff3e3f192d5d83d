ALTER TABLE "shop" DROP CONSTRAINT "shop_late_after";--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "sure_in_100" integer DEFAULT 80 NOT NULL;--> statement-breakpoint
ALTER TABLE "season_plan" ADD COLUMN "starts" jsonb;--> statement-breakpoint
ALTER TABLE "shop" ADD CONSTRAINT "shop_late_after" CHECK ("shop"."late_after" between 0 and 1440 and coalesce("shop"."drying_places", 1) > 0 and "shop"."changeover" >= 0 and "shop"."sure_in_100" between 50 and 95);