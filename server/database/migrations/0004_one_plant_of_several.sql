-- A UUID of version 7 (RFC 9562): a moment in ms, then chance. Written for servers that have no function of their own for it.
CREATE FUNCTION uuid_v7() RETURNS uuid LANGUAGE sql VOLATILE AS $$
  SELECT encode(set_bit(set_bit(
    overlay(uuid_send(gen_random_uuid()) PLACING substring(int8send((extract(epoch FROM clock_timestamp()) * 1000)::bigint) FROM 3) FROM 1 FOR 6),
    52, 1), 53, 1), 'hex')::uuid
$$;
--> statement-breakpoint
CREATE TABLE "current" (
	"position_id" integer NOT NULL,
	"which" text NOT NULL,
	"record_id" integer NOT NULL,
	CONSTRAINT "current_position_id_which_pk" PRIMARY KEY("position_id","which")
);
--> statement-breakpoint
CREATE TABLE "current_piece" (
	"position_id" integer NOT NULL,
	"which" text NOT NULL,
	"ordinal" integer NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "current_piece_position_id_which_ordinal_pk" PRIMARY KEY("position_id","which","ordinal")
);
--> statement-breakpoint
CREATE TABLE "plant" (
	"id" integer PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "plant_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 2147483647 START WITH 1 CACHE 1),
	"uid" uuid DEFAULT uuid_v7() NOT NULL,
	"slug" text NOT NULL,
	"name" text NOT NULL,
	CONSTRAINT "plant_uid_unique" UNIQUE("uid"),
	CONSTRAINT "plant_slug_unique" UNIQUE("slug")
);
--> statement-breakpoint
-- Everything there is so far belongs to one plant.
INSERT INTO "plant" ("slug", "name") VALUES ('plant', 'Plant');
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" text PRIMARY KEY NOT NULL,
	"drive_key" text NOT NULL,
	"fitting" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"by_name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reading_group" (
	"reading_id" text NOT NULL,
	"group" text NOT NULL,
	"content" jsonb NOT NULL,
	"refused" jsonb NOT NULL,
	CONSTRAINT "reading_group_reading_id_group_pk" PRIMARY KEY("reading_id","group")
);
--> statement-breakpoint
ALTER TABLE "area" DROP CONSTRAINT "area_name_unique";--> statement-breakpoint
ALTER TABLE "link" DROP CONSTRAINT "link_key_unique";--> statement-breakpoint
ALTER TABLE "position" DROP CONSTRAINT "position_tag_unique";--> statement-breakpoint
ALTER TABLE "acknowledgement" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "area" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "area" ADD COLUMN "plant_id" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "area" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "definition_version" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "drive" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "drive" ADD COLUMN "plant_id" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "drive" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "plant_id" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "lease" uuid;--> statement-breakpoint
ALTER TABLE "journal" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "journal" ADD COLUMN "plant_id" integer DEFAULT 1;--> statement-breakpoint
ALTER TABLE "journal" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "link" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "link" ADD COLUMN "plant_id" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "link" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "position" ADD COLUMN "plant_id" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "position" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "receipt" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "receipt" ADD COLUMN "plant_id" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "receipt" ALTER COLUMN "plant_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "record_note" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "uid" uuid DEFAULT uuid_v7() NOT NULL;--> statement-breakpoint
ALTER TABLE "current" ADD CONSTRAINT "current_position_id_position_id_fk" FOREIGN KEY ("position_id") REFERENCES "public"."position"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "current" ADD CONSTRAINT "current_record_id_record_id_fk" FOREIGN KEY ("record_id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "current_piece" ADD CONSTRAINT "current_piece_hash_piece_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."piece"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading_group" ADD CONSTRAINT "reading_group_reading_id_reading_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."reading"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_drive_key_index" ON "reading" USING btree ("drive_key");--> statement-breakpoint
ALTER TABLE "area" ADD CONSTRAINT "area_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drive" ADD CONSTRAINT "drive_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "journal" ADD CONSTRAINT "journal_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "link" ADD CONSTRAINT "link_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "position" ADD CONSTRAINT "position_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "receipt" ADD CONSTRAINT "receipt_plant_id_plant_id_fk" FOREIGN KEY ("plant_id") REFERENCES "public"."plant"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "drive_position_id_index" ON "drive" USING btree ("position_id");--> statement-breakpoint
CREATE INDEX "job_open" ON "job" USING btree ("id") WHERE open;--> statement-breakpoint
CREATE INDEX "journal_position_id_at_index" ON "journal" USING btree ("position_id","at");--> statement-breakpoint
CREATE INDEX "position_link_id_unit_address_index" ON "position" USING btree ("link_id","unit_address");--> statement-breakpoint
CREATE INDEX "receipt_position_id_index" ON "receipt" USING btree ("position_id");--> statement-breakpoint
CREATE INDEX "record_drive_id_id_index" ON "record" USING btree ("drive_id","id");--> statement-breakpoint
ALTER TABLE "acknowledgement" ADD CONSTRAINT "acknowledgement_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "area" ADD CONSTRAINT "area_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "area" ADD CONSTRAINT "area_plant_id_name_unique" UNIQUE("plant_id","name");--> statement-breakpoint
ALTER TABLE "definition_version" ADD CONSTRAINT "definition_version_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "drive" ADD CONSTRAINT "drive_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "journal" ADD CONSTRAINT "journal_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "link" ADD CONSTRAINT "link_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "link" ADD CONSTRAINT "link_plant_id_key_unique" UNIQUE("plant_id","key");--> statement-breakpoint
ALTER TABLE "position" ADD CONSTRAINT "position_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "position" ADD CONSTRAINT "position_plant_id_tag_unique" UNIQUE("plant_id","tag");--> statement-breakpoint
ALTER TABLE "receipt" ADD CONSTRAINT "receipt_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "record_note" ADD CONSTRAINT "record_note_uid_unique" UNIQUE("uid");--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_uid_unique" UNIQUE("uid");--> statement-breakpoint
-- The newest and the standing record of each position.
INSERT INTO "current" ("position_id", "which", "record_id")
  SELECT DISTINCT ON ("position_id") "position_id", 'newest', "id" FROM "record" ORDER BY "position_id", "number" DESC;
--> statement-breakpoint
INSERT INTO "current" ("position_id", "which", "record_id")
  SELECT DISTINCT ON ("position_id") "position_id", 'standing', "record_id" FROM "standing" ORDER BY "position_id", "id" DESC;
--> statement-breakpoint
INSERT INTO "current_piece" ("position_id", "which", "ordinal", "hash")
  SELECT "current"."position_id", "current"."which", "record_piece"."ordinal", "record_piece"."hash"
  FROM "current" JOIN "record_piece" ON "record_piece"."record_id" = "current"."record_id";
--> statement-breakpoint
-- Where a restore stands is told once, as its place.
UPDATE "job" SET "detail" = ("detail" - 'note' - 'resumeAt') || jsonb_build_object('version', 2, 'place', jsonb_strip_nulls(jsonb_build_object(
    'stage', CASE CASE WHEN "phase" IN ('halted', 'waiting-for-drive', 'permission', 'motor') THEN coalesce("detail" ->> 'resumeAt', 'writing') ELSE "phase" END
      WHEN 'reading-before' THEN 'read-before' WHEN 'review' THEN 'review' WHEN 'permanent' THEN 'make-permanent' WHEN 'restart' THEN 'restart'
      WHEN 'verifying' THEN 'verify' WHEN 'done' THEN 'receipt' WHEN 'ended' THEN 'write' ELSE 'write' END,
    'waitsFor', CASE WHEN "phase" NOT IN ('done', 'ended', 'review') THEN 'person' END,
    'why', "detail" ->> 'note',
    'over', CASE "phase" WHEN 'done' THEN 'done' WHEN 'ended' THEN 'ended' END)))
  WHERE "kind" = 'restore';
--> statement-breakpoint
UPDATE "job" SET "phase" = "detail" -> 'place' ->> 'stage' WHERE "kind" = 'restore';
--> statement-breakpoint
-- What was only read and never kept need not stay: readings have a table of their own now, that is emptied.
DELETE FROM "reading_piece";
--> statement-breakpoint
DELETE FROM "job" WHERE "kind" = 'read';
