ALTER TABLE "design" ADD COLUMN "outline" text DEFAULT 'rectangle' NOT NULL;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "score" integer;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "grain" text;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "hole_width" integer;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "hole_from_top" integer;--> statement-breakpoint
ALTER TABLE "design" ADD COLUMN "foot_trim" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "layer" ADD COLUMN "outline" text DEFAULT 'rectangle' NOT NULL;--> statement-breakpoint
ALTER TABLE "layer" ADD COLUMN "edge" text DEFAULT 'cut' NOT NULL;--> statement-breakpoint
ALTER TABLE "layer" ADD COLUMN "lift" integer DEFAULT 0 NOT NULL;