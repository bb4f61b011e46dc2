DROP TABLE "current_piece" CASCADE;--> statement-breakpoint
DROP TABLE "record_piece" CASCADE;