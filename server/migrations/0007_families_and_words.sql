CREATE TABLE "sentiment" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"text" text NOT NULL,
	"occasion" text,
	"recipient" text NOT NULL,
	"tone" text NOT NULL,
	"language" text NOT NULL,
	"neutral" boolean NOT NULL,
	"means" text NOT NULL,
	"width" integer,
	"height" integer,
	CONSTRAINT "sentiment_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "picture" ADD COLUMN "original_id" uuid;--> statement-breakpoint
ALTER TABLE "picture" ADD COLUMN "small" "bytea";--> statement-breakpoint
ALTER TABLE "store" ADD COLUMN "holds_masking" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "traits" jsonb DEFAULT '{"light":null,"highlight":null,"looks":null,"line":null,"elements":null,"recurring":null,"suits":[],"shows":[],"ages":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "words" jsonb DEFAULT '{"zones":[],"front":null,"inside":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "archived" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "series" ADD COLUMN "ties" jsonb DEFAULT '{"alternate":false,"recurring":"","off":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "own_occasion" ADD COLUMN "since" integer;--> statement-breakpoint
ALTER TABLE "household" ADD COLUMN "without" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "sentiment" ADD CONSTRAINT "sentiment_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON sentiment TO yule_app;
--> statement-breakpoint
ALTER TABLE sentiment ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE sentiment FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON sentiment USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
