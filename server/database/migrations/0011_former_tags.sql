CREATE TABLE "former_tag" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "former_tag_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"tag" text NOT NULL,
	"position_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "former_tag_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
ALTER TABLE "former_tag" ADD CONSTRAINT "former_tag_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "former_tag" ADD CONSTRAINT "former_tag_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "former_tag_plant_id_tag_index" ON "former_tag" USING btree ("plant_id","tag");
--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "former_tag" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "former_tag" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
