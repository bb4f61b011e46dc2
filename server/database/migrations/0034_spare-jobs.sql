DROP INDEX "one_operation_a_position";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "spare" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "one_operation_a_position" ON "job" USING btree ("position_id") WHERE open and not spare;