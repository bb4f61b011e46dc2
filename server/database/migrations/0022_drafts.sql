CREATE TABLE "draft" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "draft_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"position_id" integer NOT NULL,
	"record_id" integer NOT NULL,
	"title" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"closed_at" timestamp with time zone,
	"entered_as" integer,
	CONSTRAINT "draft_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
CREATE TABLE "draft_step" (
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"draft_id" integer NOT NULL,
	"n" integer NOT NULL,
	"code" text NOT NULL,
	"before" jsonb,
	"after" jsonb,
	"reason" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"undoes" integer,
	CONSTRAINT "draft_step_draft_id_n_pk" PRIMARY KEY("draft_id","n"),
	CONSTRAINT "draft_step_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_entered_as_record_id_fk" FOREIGN KEY ("entered_as") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_step" ADD CONSTRAINT "draft_step_draft_id_draft_id_fk" FOREIGN KEY ("draft_id") REFERENCES "public"."draft"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft_step" ADD CONSTRAINT "draft_step_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "draft_position_id_index" ON "draft" USING btree ("position_id");--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "draft_step" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "draft_step" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
