CREATE TABLE "sheet_columns" (
	"user_id" text PRIMARY KEY NOT NULL,
	"hidden" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sheet_columns" ADD CONSTRAINT "sheet_columns_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;