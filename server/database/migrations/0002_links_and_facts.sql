CREATE TABLE "sighting" (
	"link_id" integer NOT NULL,
	"unit" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"identity" jsonb,
	CONSTRAINT "sighting_link_id_unit_pk" PRIMARY KEY("link_id","unit")
);
--> statement-breakpoint
ALTER TABLE "link" DROP CONSTRAINT "link_host_port_unique";--> statement-breakpoint
ALTER TABLE "link" ALTER COLUMN "kind" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "link" ALTER COLUMN "host" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "link" ALTER COLUMN "port" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "definition_version" ADD COLUMN "source" text;--> statement-breakpoint
ALTER TABLE "definition_version" ADD COLUMN "at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "definition_version" ADD COLUMN "by_name" text;--> statement-breakpoint
ALTER TABLE "drive" ADD COLUMN "power_part" text;--> statement-breakpoint
ALTER TABLE "drive" ADD COLUMN "axes" integer;--> statement-breakpoint
ALTER TABLE "link" ADD COLUMN "key" text;--> statement-breakpoint
ALTER TABLE "link" ADD COLUMN "settings" jsonb;--> statement-breakpoint
UPDATE "link" SET "key" = 'modbus-tcp ' || "host" || ':' || "port", "settings" = jsonb_build_object('kind', 'modbus-tcp', 'host', "host", 'port', "port");--> statement-breakpoint
ALTER TABLE "link" ALTER COLUMN "key" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "link" ALTER COLUMN "settings" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "facts" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sighting" ADD CONSTRAINT "sighting_link_id_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."link"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "link" ADD CONSTRAINT "link_key_unique" UNIQUE("key");