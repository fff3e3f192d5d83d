import { join } from "node:path";
import { buildPlanThread } from "./build.mjs";
import { root } from "./packages.mjs";

/** What a server as it is shipped is told by whoever starts it, beside its database and its folder. */
export const serverEnv = async (flags) => ({
  YULE_PORT: String(flags.port ?? 0),
  YULE_PLAN_THREAD: await buildPlanThread(),
  YULE_MIGRATIONS: join(root, "server/migrations"),
  YULE_WEB: join(root, "dist/web"),
  // Called by a name, it is there for other devices too; who was not let in sees nothing.
  YULE_HOST: process.env.YULE_HOST ?? (flags.hosts ? "0.0.0.0" : "127.0.0.1"),
  YULE_HOSTS: (flags.hosts ?? []).join(","),
});
