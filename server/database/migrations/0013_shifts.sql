CREATE TABLE "shift_acceptance" (
	"handover_id" integer PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shift_handover" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "shift_handover_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"text" text NOT NULL,
	"open" jsonb NOT NULL,
	CONSTRAINT "shift_handover_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "shift_acceptance" ADD CONSTRAINT "shift_acceptance_handover_id_shift_handover_id_fk" FOREIGN KEY ("handover_id") REFERENCES "public"."shift_handover"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shift_acceptance" ADD CONSTRAINT "shift_acceptance_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shift_handover" ADD CONSTRAINT "shift_handover_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shift_handover" ADD CONSTRAINT "shift_handover_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shift_handover_plant_id_id_index" ON "shift_handover" USING btree ("plant_id","id");
--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "shift_handover" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "shift_handover" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "shift_acceptance" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "shift_acceptance" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
