import { written } from "@yule/core";
import { z } from "zod";
import { name } from "../common/envelope.ts";
import { roles, type Role } from "./rights.ts";

/** Letters and figures that nobody takes for one another when they are read out. */
export const CODE_SIGNS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
export const CODE_LENGTH = 8;

/** Which of several shops is meant, as its maker calls it; left out where there is one to come into. */
const shop = name.optional();

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

/** Signs of the code by which a forgotten passphrase is set anew: a hundred random bits. */
export const RESET_LENGTH = 20;
/** Fewer signs are tried out too soon, whatever they are (ASVS 2.1.1); more are read as well, up to what is no passphrase any more. */
const [LEAST_PASSPHRASE, MOST_PASSPHRASE] = [12, 128];

/** As it is typed on any keyboard: composed (NFKC, NIST SP 800-63B 5.1.1.2), spaces in a row as one. Nothing else is changed, and nothing is cut off. */
const asPassphrase = (text: string): string => text.normalize("NFKC").replace(/\s+/gu, " ").trim();
/** Signs as a person counts them. */
const signsIn = (text: string): number => [...new Intl.Segmenter().segment(text)].length;

/** What opens the shop from elsewhere. Nothing is asked of it but length here; that it is not guessed is judged where it is kept. */
export const passphrase = z
  .string()
  .max(4 * MOST_PASSPHRASE, { message: written`a passphrase of at most 128 signs` })
  .transform(asPassphrase)
  .pipe(
    z
      .string()
      .refine((text) => signsIn(text) >= LEAST_PASSPHRASE, { message: written`12 signs or more, such as four words that have nothing to do with each other` })
      .refine((text) => signsIn(text) <= MOST_PASSPHRASE, { message: written`a passphrase of at most 128 signs` }),
  );
/** One that is told, not chosen: whatever it is, it is the right one or not. */
const toldPassphrase = z
  .string()
  .min(1, { message: written`the passphrase of this shop` })
  .max(4 * MOST_PASSPHRASE)
  .transform(asPassphrase);

/** A device that signs in. */
export const signIn = z.strictObject({ passphrase: toldPassphrase, name, shop });

/** The passphrase that is forgotten is replaced by the code that was kept. */
export const resetPassphrase = z.strictObject({
  code: z
    .string()
    .max(80)
    .transform((text) => text.toUpperCase().replace(/[^A-Z0-9]/g, ""))
    .pipe(z.string().regex(new RegExp(`^[${CODE_SIGNS}]{${String(RESET_LENGTH)}}$`), { message: written`the 20 letters and figures that were shown when the passphrase was set` })),
  passphrase,
  name,
  shop,
});

/** A passphrase that is set, or changed for another: then the one before is asked for, but where the shop runs. */
export const setPassphrase = z.strictObject({
  passphrase,
  before: toldPassphrase.optional(),
  /** Whether all other devices are sent out with the old one. */
  sendOthersOut: z.boolean().default(false),
});

/** Who holds a device says once more that it is hers, before she manages others from it. */
export const provePassphrase = z.strictObject({ passphrase: toldPassphrase });

/** A passkey is the browser's own object (Web Authentication Level 3): it is looked at by the package that reads it. */
const credential = z.looseObject({ id: z.string().min(1).max(2_000), response: z.record(z.string(), z.unknown()) });
export const keepPasskey = z.strictObject({ name, credential });
/** What a device is called that comes in by a passkey: the rest is asked of its browser. */
export const passkeyDevice = z.strictObject({ name, shop });
export const signInByPasskey = z.strictObject({ challenge: z.uuid(), name, credential, shop });
export const askForPasskeys = z.strictObject({ shop });

export interface PasskeyRead {
  readonly id: string;
  readonly name: string;
  readonly madeAt: string;
  readonly usedAt: string | null;
}

/** By what a device that is not let in may come in. */
export interface WaysInRead {
  /** Whether there are several shops to come into, of which one is named; then it is not said by what each of them opens. */
  readonly areSeveral: boolean;
  readonly hasPassphrase: boolean;
  readonly hasPasskeys: boolean;
}

/** What was set, and the code that is shown once. */
export interface PassphraseSetRead {
  readonly code: string;
}

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
  /** Whether it lets others in and sends them out: where the shop runs, or where the maker has just said that it is her. */
  readonly mayManage: boolean;
  /** Since when a passphrase opens the shop; null where none does, or where it is not for this device to know. */
  readonly passphraseSince: string | null;
  readonly passkeys: readonly PasskeyRead[];
}

/** What lets one device in, once. */
export interface LetInRead {
  readonly code: string;
  readonly role: Role;
  readonly until: string;
  /** By which addresses another device reaches the shop; none where it listens to this machine alone. */
  readonly addresses: readonly string[];
}
