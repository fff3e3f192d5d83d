import { z } from "zod";
import { name } from "../common/envelope.ts";

/** Letters and figures that nobody takes for one another when they are read out. */
export const CODE_SIGNS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
export const CODE_LENGTH = 8;

/** A device that asks to be let in, by the code that the shop shows. */
export const letInDevice = z.strictObject({
  code: z
    .string()
    .max(40)
    .transform((text) => text.toUpperCase().replace(/[^A-Z0-9]/g, ""))
    .pipe(z.string().regex(new RegExp(`^[${CODE_SIGNS}]{${String(CODE_LENGTH)}}$`))),
  name,
});

export interface DeviceRead {
  readonly id: string;
  readonly name: string;
  readonly letInAt: string;
  readonly seenAt: string;
  /** Whether it is the one that asks. */
  readonly isThis: boolean;
}

export interface DevicesRead {
  readonly devices: readonly DeviceRead[];
  /** Whether the one that asks sits where the shop runs. */
  readonly isHere: boolean;
}

/** What lets one device in, once. */
export interface LetInRead {
  readonly code: string;
  readonly until: string;
  /** By which addresses another device reaches the shop; none where it listens to this machine alone. */
  readonly addresses: readonly string[];
}
