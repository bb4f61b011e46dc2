CREATE TABLE "exercise" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "exercise_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"plant_id" integer NOT NULL,
	"kind" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"begun_at" timestamp with time zone NOT NULL,
	"stand_ins" uuid NOT NULL,
	"before" text NOT NULL,
	"after" text,
	"mended" boolean DEFAULT false NOT NULL,
	"answer" text
);
--> statement-breakpoint
ALTER TABLE "plant" ADD COLUMN "practice" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "exercise" ADD CONSTRAINT "exercise_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise" ADD CONSTRAINT "exercise_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;