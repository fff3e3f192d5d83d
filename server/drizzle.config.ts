import { defineConfig } from "drizzle-kit";

export default defineConfig({ dialect: "postgresql", schema: "./server/src/db/tables.ts", out: "./server/migrations" });
