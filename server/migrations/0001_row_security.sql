-- Requests run as this role, which owns nothing and cannot bypass row-level security.
DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'yule_app') THEN CREATE ROLE yule_app NOLOGIN; END IF;
END $$;
--> statement-breakpoint
GRANT yule_app TO CURRENT_USER;
--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO yule_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO yule_app;
--> statement-breakpoint
GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO yule_app;
--> statement-breakpoint
-- The logbook and the ledgers are only added to, save for the mark that something was taken back.
REVOKE DELETE ON event, store_move, bench_fact FROM yule_app;
--> statement-breakpoint
DO $$
DECLARE found text;
BEGIN
  FOR found IN SELECT table_name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'shop_id' LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', found);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', found);
    EXECUTE format('CREATE POLICY own_shop ON %I USING (shop_id = nullif(current_setting(''yule.shop'', true), '''')::uuid) WITH CHECK (shop_id = nullif(current_setting(''yule.shop'', true), '''')::uuid)', found);
  END LOOP;
END $$;
