CREATE TABLE "round" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "round_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"plant_id" integer NOT NULL,
	"name" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"closed_at" timestamp with time zone,
	CONSTRAINT "round_uid_unique" UNIQUE("uid")
);
--> statement-breakpoint
CREATE TABLE "round_position" (
	"round_id" integer NOT NULL,
	"position_id" integer NOT NULL,
	"state" text DEFAULT 'left' NOT NULL,
	"said" text DEFAULT '' NOT NULL,
	"record" integer,
	"at" timestamp with time zone,
	"by_name" text,
	CONSTRAINT "round_position_round_id_position_id_pk" PRIMARY KEY("round_id","position_id")
);
--> statement-breakpoint
ALTER TABLE "round" ADD CONSTRAINT "round_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round" ADD CONSTRAINT "round_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_position" ADD CONSTRAINT "round_position_round_id_round_id_fk" FOREIGN KEY ("round_id") REFERENCES "public"."round"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_position" ADD CONSTRAINT "round_position_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "round_position_position_id_index" ON "round_position" USING btree ("position_id");