CREATE TABLE "entry_note" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"event_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"text" text NOT NULL,
	"picture_id" uuid,
	"recording_id" uuid,
	CONSTRAINT "entry_note_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "entry_note_says" CHECK ("entry_note"."text" <> '' or "entry_note"."picture_id" is not null or "entry_note"."recording_id" is not null)
);
--> statement-breakpoint
CREATE TABLE "recording" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"media_type" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "recording_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "season_sum" (
	"shop_id" uuid NOT NULL,
	"season_id" uuid NOT NULL,
	"of" jsonb NOT NULL,
	CONSTRAINT "season_sum_shop_id_season_id_pk" PRIMARY KEY("shop_id","season_id")
);
--> statement-breakpoint
CREATE TABLE "left_out" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"of" text NOT NULL,
	"of_id" uuid,
	"day" date,
	"why" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "left_out_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "event" ADD COLUMN "told_by" text;--> statement-breakpoint
ALTER TABLE "event" ADD COLUMN "told_as" text;--> statement-breakpoint
ALTER TABLE "entry_note" ADD CONSTRAINT "entry_note_shop_id_event_id_event_shop_id_id_fk" FOREIGN KEY ("shop_id","event_id") REFERENCES "public"."event"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_note" ADD CONSTRAINT "entry_note_shop_id_picture_id_picture_shop_id_id_fk" FOREIGN KEY ("shop_id","picture_id") REFERENCES "public"."picture"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_note" ADD CONSTRAINT "entry_note_shop_id_recording_id_recording_shop_id_id_fk" FOREIGN KEY ("shop_id","recording_id") REFERENCES "public"."recording"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recording" ADD CONSTRAINT "recording_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_sum" ADD CONSTRAINT "season_sum_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "left_out" ADD CONSTRAINT "left_out_shop_id_shop_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("shop_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_note_by_event" ON "entry_note" USING btree ("shop_id","event_id");--> statement-breakpoint
CREATE INDEX "left_out_by_thing" ON "left_out" USING btree ("shop_id","of","of_id");--> statement-breakpoint
CREATE INDEX "event_of_needs" ON "event" USING btree ("shop_id","at") WHERE "event"."kind" in ('add-need', 'add-needs');--> statement-breakpoint
CREATE INDEX "event_by_teller" ON "event" USING btree ("shop_id","told_by","at" DESC NULLS LAST,"seq" DESC NULLS LAST) WHERE "event"."told_by" <> '';--> statement-breakpoint
DROP FUNCTION logbook_page(text, uuid[], text[], timestamptz, timestamptz, timestamptz, bigint, integer);
--> statement-breakpoint
CREATE FUNCTION logbook_page(looked_for text, things uuid[], kinds text[], since timestamptz, until timestamptz, before_at timestamptz, before_seq bigint, most integer, teller text) RETURNS SETOF event LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
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
	IF teller <> '' THEN asked := asked || ' AND told_by = $10 AND told_by <> ''''';
	ELSIF teller = '' THEN asked := asked || ' AND told_by = $10';
	END IF;
	IF since IS NOT NULL THEN asked := asked || ' AND at >= $5'; END IF;
	IF until IS NOT NULL THEN asked := asked || ' AND at < $6'; END IF;
	IF before_at IS NOT NULL THEN asked := asked || ' AND (at, seq) < ($7, $8)'; END IF;
	RETURN QUERY EXECUTE asked || ' ORDER BY at DESC NULLS LAST, seq DESC NULLS LAST LIMIT $9' USING own, looked_for, things, kinds, since, until, before_at, before_seq, most, teller;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION logbook_page(text, uuid[], text[], timestamptz, timestamptz, timestamptz, bigint, integer, text) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION logbook_page(text, uuid[], text[], timestamptz, timestamptz, timestamptz, bigint, integer, text) TO yule_app;
--> statement-breakpoint
ALTER TABLE entry_note ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE entry_note FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON entry_note USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
ALTER TABLE recording ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE recording FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON recording USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
ALTER TABLE season_sum ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE season_sum FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON season_sum USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
ALTER TABLE left_out ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE left_out FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON left_out USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON entry_note TO yule_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON recording TO yule_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON season_sum TO yule_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON left_out TO yule_app;
