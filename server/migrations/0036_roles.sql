ALTER TABLE "device" ADD COLUMN "role" text DEFAULT 'maker' NOT NULL;--> statement-breakpoint
ALTER TABLE "device" ADD COLUMN "pin_hash" text;--> statement-breakpoint
ALTER TABLE "device" ADD COLUMN "pin_misses" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "device" ADD COLUMN "pin_missed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "let_in" ADD COLUMN "role" text DEFAULT 'maker' NOT NULL;