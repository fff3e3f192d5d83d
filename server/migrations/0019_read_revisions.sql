CREATE TABLE "read_revision" (
	"shop_id" uuid NOT NULL,
	"name" text NOT NULL,
	"revision" integer NOT NULL,
	CONSTRAINT "read_revision_shop_id_name_pk" PRIMARY KEY("shop_id","name")
);
--> statement-breakpoint
ALTER TABLE "read_revision" ADD CONSTRAINT "read_revision_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "batch_by_need" ON "batch" USING btree ("shop_id","need_id");--> statement-breakpoint
CREATE INDEX "bench_fact_by_stage" ON "bench_fact" USING btree ("shop_id","stage_id");--> statement-breakpoint
CREATE INDEX "bench_fact_by_at" ON "bench_fact" USING btree ("shop_id","at");--> statement-breakpoint
CREATE INDEX "unit_by_need_served" ON "unit" USING btree ("shop_id","serves_need_id");--> statement-breakpoint
CREATE INDEX "posting_by_need" ON "posting" USING btree ("shop_id","need_id");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON read_revision TO yule_app;
--> statement-breakpoint
ALTER TABLE read_revision ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE read_revision FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON read_revision USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE INDEX event_by_letters ON event USING gin (summary gin_trgm_ops);
--> statement-breakpoint
CREATE INDEX event_by_words ON event USING gin (to_tsvector('simple', summary));
--> statement-breakpoint
-- Row security lets no index be asked for letters before it has looked at the row; so the function looks for the shop itself.
CREATE FUNCTION find_in_logbook(looked_for text, before bigint, most integer) RETURNS SETOF event LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
	own uuid := nullif(current_setting('yule.shop', true), '')::uuid;
BEGIN
	-- Planned for what is looked for: what is rare goes by the index, what is frequent by the newest entries.
	IF length(looked_for) > 2 THEN
		RETURN QUERY EXECUTE 'SELECT * FROM event WHERE shop_id = $1 AND summary ILIKE $2 AND ($3::bigint IS NULL OR seq < $3) ORDER BY seq DESC LIMIT $4'
			USING own, '%' || regexp_replace(looked_for, '([\\%_])', '\\\1', 'g') || '%', before, most;
	ELSE
		-- One or two letters: entries with a word that begins with them.
		RETURN QUERY EXECUTE 'SELECT * FROM event WHERE shop_id = $1 AND to_tsvector(''simple'', summary) @@ to_tsquery(''simple'', $2) AND ($3::bigint IS NULL OR seq < $3) ORDER BY seq DESC LIMIT $4'
			USING own, quote_literal(looked_for) || ':*', before, most;
	END IF;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION find_in_logbook(text, bigint, integer) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION find_in_logbook(text, bigint, integer) TO yule_app;
