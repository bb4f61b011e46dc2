CREATE TABLE "attachment" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "attachment_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"file_hash" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"note" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"position_id" integer,
	"record_id" integer,
	"drive_id" integer,
	"definition_id" text,
	CONSTRAINT "attachment_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
CREATE TABLE "attachment_withdrawn" (
	"attachment_id" integer PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"why" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "chunk" (
	"hash" text PRIMARY KEY NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "drive_event" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "drive_event_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"drive_id" integer NOT NULL,
	"kind" text NOT NULL,
	"position_id" integer,
	"text" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	CONSTRAINT "drive_event_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
CREATE TABLE "file" (
	"hash" text PRIMARY KEY NOT NULL,
	"size" bigint NOT NULL,
	"type" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "file_chunk" (
	"file_hash" text NOT NULL,
	"ordinal" integer NOT NULL,
	"chunk_hash" text NOT NULL,
	CONSTRAINT "file_chunk_file_hash_ordinal_pk" PRIMARY KEY("file_hash","ordinal")
);
--> statement-breakpoint
ALTER TABLE "drive" ADD COLUMN "place" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_file_hash_file_hash_fk" FOREIGN KEY ("file_hash") REFERENCES "public"."file"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_drive_id_drive_id_fk" FOREIGN KEY ("drive_id") REFERENCES "public"."drive"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment_withdrawn" ADD CONSTRAINT "attachment_withdrawn_attachment_id_attachment_id_fk" FOREIGN KEY ("attachment_id") REFERENCES "public"."attachment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment_withdrawn" ADD CONSTRAINT "attachment_withdrawn_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drive_event" ADD CONSTRAINT "drive_event_drive_id_drive_id_fk" FOREIGN KEY ("drive_id") REFERENCES "public"."drive"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drive_event" ADD CONSTRAINT "drive_event_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drive_event" ADD CONSTRAINT "drive_event_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_chunk" ADD CONSTRAINT "file_chunk_file_hash_file_hash_fk" FOREIGN KEY ("file_hash") REFERENCES "public"."file"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_chunk" ADD CONSTRAINT "file_chunk_chunk_hash_chunk_hash_fk" FOREIGN KEY ("chunk_hash") REFERENCES "public"."chunk"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "attachment_position_id_index" ON "attachment" USING btree ("position_id");--> statement-breakpoint
CREATE INDEX "attachment_record_id_index" ON "attachment" USING btree ("record_id");--> statement-breakpoint
CREATE INDEX "attachment_drive_id_index" ON "attachment" USING btree ("drive_id");--> statement-breakpoint
CREATE INDEX "attachment_plant_id_definition_id_index" ON "attachment" USING btree ("plant_id","definition_id");--> statement-breakpoint
CREATE INDEX "drive_event_drive_id_id_index" ON "drive_event" USING btree ("drive_id","id");
--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "chunk" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "chunk" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "file" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "file" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "file_chunk" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "file_chunk" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "attachment" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "attachment" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "attachment_withdrawn" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "attachment_withdrawn" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "drive_event" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "drive_event" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
