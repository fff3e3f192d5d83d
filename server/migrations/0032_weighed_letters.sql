ALTER TABLE "design" ADD COLUMN "weighed" real;--> statement-breakpoint
ALTER TABLE "design" ADD CONSTRAINT "design_weighed" CHECK ("design"."weighed" is null or "design"."weighed" > 0);