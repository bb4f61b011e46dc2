ALTER TABLE "link" DROP COLUMN "kind";--> statement-breakpoint
ALTER TABLE "link" DROP COLUMN "host";--> statement-breakpoint
ALTER TABLE "link" DROP COLUMN "port";