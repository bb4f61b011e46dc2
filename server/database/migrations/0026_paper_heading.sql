CREATE TABLE "paper_heading" (
	"plant_id" integer PRIMARY KEY NOT NULL,
	"lines" jsonb NOT NULL,
	"logo" text
);
--> statement-breakpoint
ALTER TABLE "paper_heading" ADD CONSTRAINT "paper_heading_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;