CREATE TABLE "own_list" (
	"user_id" text NOT NULL,
	"definition_id" text NOT NULL,
	"codes" jsonb NOT NULL,
	CONSTRAINT "own_list_user_id_definition_id_pk" PRIMARY KEY("user_id","definition_id")
);
--> statement-breakpoint
ALTER TABLE "own_list" ADD CONSTRAINT "own_list_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;