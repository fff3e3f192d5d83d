CREATE INDEX "event_by_at" ON "event" USING btree ("shop_id","at" DESC NULLS LAST,"seq" DESC NULLS LAST);--> statement-breakpoint
CREATE FUNCTION things_in(subject uuid, payload jsonb) RETURNS uuid[] LANGUAGE sql IMMUTABLE PARALLEL SAFE SET search_path = pg_catalog AS $$
	SELECT ARRAY(SELECT DISTINCT found[1]::uuid FROM regexp_matches(payload::text, '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}', 'g') found UNION SELECT subject)
$$;
--> statement-breakpoint
CREATE INDEX event_by_thing ON event USING gin (things_in(subject_id, payload));
--> statement-breakpoint
-- Row security lets no index be asked for letters or things before it has looked at the row; so the function looks for the shop itself.
CREATE FUNCTION logbook_page(looked_for text, things uuid[], kinds text[], since timestamptz, until timestamptz, before_at timestamptz, before_seq bigint, most integer) RETURNS SETOF event LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
	own uuid := nullif(current_setting('yule.shop', true), '')::uuid;
	asked text := 'SELECT * FROM event WHERE shop_id = $1';
BEGIN
	-- Planned for what is asked: what is rare goes by its index, what is frequent by the newest entries.
	IF length(looked_for) > 2 THEN
		asked := asked || ' AND summary ILIKE $2';
		looked_for := '%' || regexp_replace(looked_for, '([\\%_])', '\\\1', 'g') || '%';
	ELSIF length(looked_for) > 0 THEN
		-- One or two letters: entries with a word that begins with them.
		asked := asked || ' AND to_tsvector(''simple'', summary) @@ to_tsquery(''simple'', $2)';
		looked_for := quote_literal(looked_for) || ':*';
	END IF;
	IF things IS NOT NULL THEN asked := asked || ' AND things_in(subject_id, payload) && $3'; END IF;
	IF kinds IS NOT NULL THEN asked := asked || ' AND kind = ANY ($4)'; END IF;
	IF since IS NOT NULL THEN asked := asked || ' AND at >= $5'; END IF;
	IF until IS NOT NULL THEN asked := asked || ' AND at < $6'; END IF;
	IF before_at IS NOT NULL THEN asked := asked || ' AND (at, seq) < ($7, $8)'; END IF;
	RETURN QUERY EXECUTE asked || ' ORDER BY at DESC NULLS LAST, seq DESC NULLS LAST LIMIT $9' USING own, looked_for, things, kinds, since, until, before_at, before_seq, most;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION logbook_page(text, uuid[], text[], timestamptz, timestamptz, timestamptz, bigint, integer) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION logbook_page(text, uuid[], text[], timestamptz, timestamptz, timestamptz, bigint, integer) TO yule_app;
--> statement-breakpoint
DROP FUNCTION find_in_logbook(text, bigint, integer);
