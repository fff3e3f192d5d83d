ALTER TABLE "lesson" ADD COLUMN "helped" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "missed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "answered_on" date;