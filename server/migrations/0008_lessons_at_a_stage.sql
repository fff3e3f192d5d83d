ALTER TABLE "lesson" ADD COLUMN "stage_id" uuid;--> statement-breakpoint
ALTER TABLE "lesson" ADD COLUMN "kind" text DEFAULT 'keep' NOT NULL;