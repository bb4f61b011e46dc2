CREATE TABLE "rehearsal" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "rehearsal_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"position_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"content" jsonb NOT NULL,
	CONSTRAINT "rehearsal_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "rehearsal" ADD CONSTRAINT "rehearsal_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rehearsal" ADD CONSTRAINT "rehearsal_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rehearsal" ADD CONSTRAINT "rehearsal_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "rehearsal_position_id_index" ON "rehearsal" USING btree ("position_id");--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "rehearsal" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "rehearsal" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
