CREATE TABLE "content" (
	"hash" text PRIMARY KEY NOT NULL,
	"pieces" "bytea" NOT NULL
);

--> statement-breakpoint
INSERT INTO "content" ("hash", "pieces")
SELECT r."hash_all", decode(string_agg(p."hash", '' ORDER BY p."ordinal"), 'hex')
FROM (SELECT DISTINCT ON ("hash_all") "hash_all", "id" FROM "record" ORDER BY "hash_all", "id") r
JOIN "record_piece" p ON p."record_id" = r."id"
GROUP BY r."hash_all";
--> statement-breakpoint
CREATE TRIGGER only_added_to BEFORE UPDATE OR DELETE ON "content" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER never_emptied BEFORE TRUNCATE ON "content" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
