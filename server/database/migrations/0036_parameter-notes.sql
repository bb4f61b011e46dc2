CREATE TABLE "parameter_note" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "parameter_note_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"position_id" integer NOT NULL,
	"definition_id" text NOT NULL,
	"code" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "parameter_note_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "parameter_note" ADD CONSTRAINT "parameter_note_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parameter_note" ADD CONSTRAINT "parameter_note_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "parameter_note_position_id_definition_id_index" ON "parameter_note" USING btree ("position_id","definition_id");--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "parameter_note" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "parameter_note" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
