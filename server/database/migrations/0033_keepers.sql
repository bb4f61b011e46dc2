ALTER TABLE "position_checks" ADD COLUMN "reloads" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "position_checks" ADD COLUMN "licences" jsonb DEFAULT '[]'::jsonb NOT NULL;