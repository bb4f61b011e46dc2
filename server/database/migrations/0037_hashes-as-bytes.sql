-- 64 digits a hash become 32 bytes; a table is written anew once.
ALTER TABLE "content" ALTER COLUMN "hash" SET DATA TYPE bytea USING decode("hash", 'hex');--> statement-breakpoint
ALTER TABLE "piece" ALTER COLUMN "hash" SET DATA TYPE bytea USING decode("hash", 'hex');--> statement-breakpoint
ALTER TABLE "record" ALTER COLUMN "hash_all" SET DATA TYPE bytea USING decode("hash_all", 'hex'), ALTER COLUMN "hash_settings" SET DATA TYPE bytea USING decode("hash_settings", 'hex');
