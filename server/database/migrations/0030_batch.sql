CREATE TABLE "batch" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "batch_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"record_id" integer,
	"on_trouble" text NOT NULL,
	CONSTRAINT "batch_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
CREATE TABLE "batch_member" (
	"batch_id" integer NOT NULL,
	"position_id" integer NOT NULL,
	"job_id" integer,
	"said" text DEFAULT '' NOT NULL,
	CONSTRAINT "batch_member_batch_id_position_id_pk" PRIMARY KEY("batch_id","position_id")
);
--> statement-breakpoint
DROP INDEX "one_restore_a_position";--> statement-breakpoint
DROP INDEX "one_restore_a_drive";--> statement-breakpoint
ALTER TABLE "batch" ADD CONSTRAINT "batch_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch" ADD CONSTRAINT "batch_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch" ADD CONSTRAINT "batch_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch_member" ADD CONSTRAINT "batch_member_batch_id_batch_id_fk" FOREIGN KEY ("batch_id") REFERENCES "public"."batch"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch_member" ADD CONSTRAINT "batch_member_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "batch_member" ADD CONSTRAINT "batch_member_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "batch_member_position_id_index" ON "batch_member" USING btree ("position_id");--> statement-breakpoint
CREATE UNIQUE INDEX "one_operation_a_position" ON "job" USING btree ("position_id") WHERE open;--> statement-breakpoint
CREATE UNIQUE INDEX "one_operation_a_drive" ON "job" USING btree ("drive_key") WHERE open;