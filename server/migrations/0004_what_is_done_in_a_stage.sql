ALTER TABLE "shop" ADD COLUMN "rules_off" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "stage" ADD COLUMN "technique" text;