CREATE TABLE "saved_question" (
	"plant_id" integer NOT NULL,
	"name" text NOT NULL,
	"ask" text NOT NULL,
	"of" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_name" text NOT NULL,
	CONSTRAINT "saved_question_plant_id_name_pk" PRIMARY KEY("plant_id","name")
);
--> statement-breakpoint
ALTER TABLE "saved_question" ADD CONSTRAINT "saved_question_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;