CREATE TABLE "record_label" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "record_label_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"record_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"label" text NOT NULL,
	"on" boolean NOT NULL,
	CONSTRAINT "record_label_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "record_note" ADD COLUMN "by" text;--> statement-breakpoint
ALTER TABLE "plant" ADD COLUMN "thresholds" jsonb;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "machine" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "criticality" text;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "before_work" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "notes" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "retired_why" text;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "seen_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "record_label" ADD CONSTRAINT "record_label_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record_label" ADD CONSTRAINT "record_label_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "record_label_record_id_index" ON "record_label" USING btree ("record_id");--> statement-breakpoint
ALTER TABLE "record_note" ADD CONSTRAINT "record_note_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "journal_plant_id_id_index" ON "journal" USING btree ("plant_id","id");
--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "record_label" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "record_label" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
UPDATE "position" SET "seen_at" = (SELECT max("taken_at") FROM "record" WHERE "record"."position_id" = "position"."id");
