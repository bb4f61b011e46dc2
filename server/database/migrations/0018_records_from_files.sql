ALTER TABLE "record" ALTER COLUMN "drive_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "source" jsonb;--> statement-breakpoint
CREATE INDEX "record_source_hash" ON "record" USING btree (("source"->>'hash')) WHERE "record"."source" is not null;