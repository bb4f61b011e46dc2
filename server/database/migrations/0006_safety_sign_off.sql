CREATE TABLE "safety_sign_off" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "safety_sign_off_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"receipt_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"how" text NOT NULL,
	"check_sum" text NOT NULL,
	"function_test" text NOT NULL,
	CONSTRAINT "safety_sign_off_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "safety_sign_off" ADD CONSTRAINT "safety_sign_off_receipt_id_receipt_id_fk" FOREIGN KEY ("receipt_id") REFERENCES "public"."receipt"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "safety_sign_off" ADD CONSTRAINT "safety_sign_off_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "safety_sign_off_receipt_id_index" ON "safety_sign_off" USING btree ("receipt_id");--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "safety_sign_off" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "safety_sign_off" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
