import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { HOME } from "../shop/reads.ts";
import { BackupKeeper, type KeeperSetting } from "./keeper.ts";

/** What keeps backups of each shop of a machine: the first one's in the folder itself, every other's in a folder of its own within it. */
export class Keepers {
  private readonly made = new Map<string, BackupKeeper>();

  constructor(private readonly setting: Omit<KeeperSetting, "shopId" | "timeZone"> & { readonly timeZone: (shopId: string) => Promise<string> }) {}

  of(shopId: string): BackupKeeper {
    const known = this.made.get(shopId);
    if (known) return known;
    const data = shopId === HOME.shopId ? this.setting.data : join(this.setting.data, "shops", shopId);
    if (!existsSync(data)) mkdirSync(data, { recursive: true, mode: 0o700 });
    const keeper = new BackupKeeper({ ...this.setting, shopId, data, timeZone: () => this.setting.timeZone(shopId) });
    this.made.set(shopId, keeper);
    return keeper;
  }
}
