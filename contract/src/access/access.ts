import { written } from "@yule/core";
import { z } from "zod";
import { name } from "../common/envelope.ts";
import { roles, type Role } from "./rights.ts";

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

/** What a code lets in. */
export const makeLetIn = z.strictObject({ role: z.enum(roles).default("maker") });

/** Four figures and more: short enough for wet fingers, and tried out slowly. */
export const lockPin = z.strictObject({
  pin: z
    .string()
    .trim()
    .regex(/^\d{4,12}$/, { message: written`4 to 12 figures` }),
});

export interface DeviceRead {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly isLocked: boolean;
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
  readonly role: Role;
  readonly until: string;
  /** By which addresses another device reaches the shop; none where it listens to this machine alone. */
  readonly addresses: readonly string[];
}
