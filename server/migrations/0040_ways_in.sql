CREATE TABLE "challenge" (
	"shop_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"account_id" uuid,
	"challenge" text NOT NULL,
	"until" timestamp with time zone NOT NULL,
	CONSTRAINT "challenge_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "passkey" (
	"shop_id" uuid NOT NULL,
	"id" text NOT NULL,
	"account_id" uuid NOT NULL,
	"name" text NOT NULL,
	"public_key" "bytea" NOT NULL,
	"counter" bigint NOT NULL,
	"transports" text[] NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "passkey_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "sign_in" (
	"shop_id" uuid NOT NULL,
	"account_id" uuid NOT NULL,
	"passphrase_hash" text NOT NULL,
	"reset_hash" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"misses" integer DEFAULT 0 NOT NULL,
	"missed_at" timestamp with time zone,
	CONSTRAINT "sign_in_shop_id_account_id_pk" PRIMARY KEY("shop_id","account_id")
);
--> statement-breakpoint
ALTER TABLE "device" ADD COLUMN "proven_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "device" ADD COLUMN "known_hash" text;
--> statement-breakpoint
ALTER TABLE challenge ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE challenge FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON challenge USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON challenge TO yule_app;
--> statement-breakpoint
ALTER TABLE passkey ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE passkey FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON passkey USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON passkey TO yule_app;
--> statement-breakpoint
ALTER TABLE sign_in ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE sign_in FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY own_shop ON sign_in USING (shop_id = nullif(current_setting('yule.shop', true), '')::uuid) WITH CHECK (shop_id = nullif(current_setting('yule.shop', true), '')::uuid);
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON sign_in TO yule_app;
