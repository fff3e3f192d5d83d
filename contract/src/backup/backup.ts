import { z } from "zod";
import { moment } from "../common/envelope.ts";
import { text } from "../common/text.ts";
import type { SentPhrase } from "../common/sentPhrase.ts";

/** What a backup says of itself. `schema` is the name of the last change of the tables it was made after. */
export const backupManifest = z.object({
  format: z.literal("yule-stack-backup"),
  version: z.literal(1),
  schema: z.string().regex(/^\d{4}_[a-z0-9_]+$/),
  shop: text(),
  made: moment,
  files: z.array(
    z.object({
      name: z.string().regex(/^(?:tables\/[a-z_]{1,60}\.jsonl|pictures\/[0-9a-f-]{36}(?:-small)?|recordings\/[0-9a-f-]{36})$/),
      bytes: z.int().min(0),
      rows: z.int().min(0),
      sha256: z.string().regex(/^[0-9a-f]{64}$/),
    }),
  ),
});
export type BackupManifest = z.output<typeof backupManifest>;

/** Why one was made. */
export const backupCauses = ["night", "asked", "update", "restore"] as const;
export type BackupCause = (typeof backupCauses)[number];

/** One that lies in the folder. */
export interface BackupRead {
  readonly file: string;
  readonly made: string;
  readonly cause: BackupCause;
  /** Whether it was read back into a scratch database and found equal. */
  readonly isChecked: boolean;
  readonly bytes: number;
}

export interface BackupsRead {
  readonly folder: string;
  /** The newest first. */
  readonly backups: readonly BackupRead[];
  /** What went wrong when one was last tried. */
  readonly fault: SentPhrase | null;
}

/** What is in one, before it takes the place of what is there. */
export interface BackupAbout {
  readonly file: string;
  readonly shop: string;
  readonly made: string;
  readonly designs: number;
  readonly needs: number;
  readonly panels: number;
  readonly pictures: number;
  readonly events: number;
}

export const backupFolder = z.strictObject({ folder: text().min(1).max(400) });
