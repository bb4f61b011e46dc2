CREATE TABLE "acknowledgement" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "acknowledgement_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"session_id" text NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "area" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "area_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"name" text NOT NULL,
	"sort" integer NOT NULL,
	CONSTRAINT "area_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "definition_version" (
	"definition_id" text NOT NULL,
	"version" text NOT NULL,
	"content" jsonb NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "definition_version_definition_id_version_pk" PRIMARY KEY("definition_id","version")
);
--> statement-breakpoint
CREATE TABLE "drive" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "drive_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"definition_id" text NOT NULL,
	"serial" text NOT NULL,
	"rating" text,
	"firmware" text NOT NULL,
	"whereabouts" text NOT NULL,
	"position_id" integer,
	CONSTRAINT "drive_definition_id_serial_unique" UNIQUE("definition_id","serial")
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "job_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"kind" text NOT NULL,
	"open" boolean NOT NULL,
	"phase" text NOT NULL,
	"position_id" integer,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"drive_key" text NOT NULL,
	"detail" jsonb NOT NULL,
	"trouble" jsonb
);
--> statement-breakpoint
CREATE TABLE "job_step" (
	"job_id" integer NOT NULL,
	"ordinal" integer NOT NULL,
	"code" text NOT NULL,
	"from_raw" jsonb,
	"to_raw" jsonb NOT NULL,
	"caution" text,
	"state" text NOT NULL,
	"said" text,
	"remedy" text,
	"read_back" jsonb,
	"tries" integer NOT NULL,
	CONSTRAINT "job_step_job_id_ordinal_pk" PRIMARY KEY("job_id","ordinal")
);
--> statement-breakpoint
CREATE TABLE "journal" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "journal_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"at" timestamp with time zone NOT NULL,
	"by_name" text NOT NULL,
	"kind" text NOT NULL,
	"position_id" integer,
	"text" text NOT NULL,
	"href" text
);
--> statement-breakpoint
CREATE TABLE "link" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "link_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"host" text NOT NULL,
	"port" integer NOT NULL,
	"last_success" timestamp with time zone,
	CONSTRAINT "link_host_port_unique" UNIQUE("host","port")
);
--> statement-breakpoint
CREATE TABLE "piece" (
	"hash" text PRIMARY KEY NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "position" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "position_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"tag" text NOT NULL,
	"title" text NOT NULL,
	"area_id" integer NOT NULL,
	"definition_id" text NOT NULL,
	"job_number" text DEFAULT '' NOT NULL,
	"twin_group" text,
	"link_id" integer,
	"unit_address" integer,
	CONSTRAINT "position_tag_unique" UNIQUE("tag")
);
--> statement-breakpoint
CREATE TABLE "reading_piece" (
	"job_id" integer NOT NULL,
	"stage" text NOT NULL,
	"group" text NOT NULL,
	"hash" text NOT NULL,
	"refused" jsonb NOT NULL,
	CONSTRAINT "reading_piece_job_id_stage_group_pk" PRIMARY KEY("job_id","stage","group")
);
--> statement-breakpoint
CREATE TABLE "receipt" (
	"id" integer PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"position_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"content" jsonb NOT NULL,
	CONSTRAINT "receipt_job_id_unique" UNIQUE("job_id")
);
--> statement-breakpoint
CREATE TABLE "record" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "record_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"position_id" integer NOT NULL,
	"number" integer NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"taken_by" text NOT NULL,
	"taken_by_name" text NOT NULL,
	"origin" text NOT NULL,
	"drive_id" integer NOT NULL,
	"serial" text NOT NULL,
	"rating" text,
	"rating_name" text NOT NULL,
	"supply" text NOT NULL,
	"firmware" text NOT NULL,
	"definition_id" text NOT NULL,
	"definition_version" text NOT NULL,
	"hash_all" text NOT NULL,
	"hash_settings" text NOT NULL,
	"expected" integer NOT NULL,
	"present" integer NOT NULL,
	"missing" jsonb NOT NULL,
	"trip" text,
	"warnings" jsonb NOT NULL,
	"running" boolean NOT NULL,
	"volatile" boolean,
	"link_name" text NOT NULL,
	"unit_address" integer NOT NULL,
	"job_number" text NOT NULL,
	CONSTRAINT "record_position_id_number_unique" UNIQUE("position_id","number")
);
--> statement-breakpoint
CREATE TABLE "record_note" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "record_note_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"record_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by_name" text NOT NULL,
	"text" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "record_piece" (
	"record_id" integer NOT NULL,
	"ordinal" integer NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "record_piece_record_id_ordinal_pk" PRIMARY KEY("record_id","ordinal")
);
--> statement-breakpoint
CREATE TABLE "standing" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "standing_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"position_id" integer NOT NULL,
	"record_id" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	"reason" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp,
	"refresh_token_expires_at" timestamp,
	"scope" text,
	"password" text,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp NOT NULL,
	"created_at" timestamp DEFAULT now(),
	"updated_at" timestamp DEFAULT now()
);
--> statement-breakpoint
ALTER TABLE "acknowledgement" ADD CONSTRAINT "acknowledgement_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drive" ADD CONSTRAINT "drive_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_step" ADD CONSTRAINT "job_step_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "journal" ADD CONSTRAINT "journal_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "position" ADD CONSTRAINT "position_area_id_area_id_fk" FOREIGN KEY ("area_id") REFERENCES "public"."area"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "position" ADD CONSTRAINT "position_link_id_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."link"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_piece" ADD CONSTRAINT "reading_piece_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_piece" ADD CONSTRAINT "reading_piece_hash_piece_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."piece"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt" ADD CONSTRAINT "receipt_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt" ADD CONSTRAINT "receipt_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt" ADD CONSTRAINT "receipt_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_taken_by_user_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_drive_id_drive_id_fk" FOREIGN KEY ("drive_id") REFERENCES "public"."drive"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record_note" ADD CONSTRAINT "record_note_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record_piece" ADD CONSTRAINT "record_piece_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record_piece" ADD CONSTRAINT "record_piece_hash_piece_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."piece"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "acknowledgement_session_id_index" ON "acknowledgement" USING btree ("session_id");--> statement-breakpoint
CREATE UNIQUE INDEX "one_restore_a_position" ON "job" USING btree ("position_id") WHERE open and kind = 'restore';--> statement-breakpoint
CREATE UNIQUE INDEX "one_restore_a_drive" ON "job" USING btree ("drive_key") WHERE open and kind = 'restore';--> statement-breakpoint
CREATE INDEX "journal_at_index" ON "journal" USING btree ("at");--> statement-breakpoint
CREATE INDEX "record_note_record_id_index" ON "record_note" USING btree ("record_id");--> statement-breakpoint
CREATE INDEX "standing_position_id_id_index" ON "standing" USING btree ("position_id","id");