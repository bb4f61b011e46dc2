ALTER TABLE "draft" ALTER COLUMN "record_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "draft" ADD COLUMN "plate" jsonb;