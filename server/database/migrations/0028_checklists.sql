CREATE TABLE "position_checks" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "position_checks_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"position_id" integer NOT NULL,
	"before_on" jsonb NOT NULL,
	"acceptance" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	CONSTRAINT "position_checks_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
CREATE TABLE "receipt_checks" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "receipt_checks_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"receipt_id" integer NOT NULL,
	"which" text NOT NULL,
	"ticks" jsonb NOT NULL,
	"why" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	CONSTRAINT "receipt_checks_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "position_checks" ADD CONSTRAINT "position_checks_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "position_checks" ADD CONSTRAINT "position_checks_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt_checks" ADD CONSTRAINT "receipt_checks_receipt_id_receipt_id_fk" FOREIGN KEY ("receipt_id") REFERENCES "public"."receipt"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt_checks" ADD CONSTRAINT "receipt_checks_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "position_checks_position_id_index" ON "position_checks" USING btree ("position_id");--> statement-breakpoint
CREATE INDEX "receipt_checks_receipt_id_index" ON "receipt_checks" USING btree ("receipt_id");--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "position_checks" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "position_checks" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "receipt_checks" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "receipt_checks" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
