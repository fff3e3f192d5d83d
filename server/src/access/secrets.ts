import { CODE_SIGNS } from "@yule/contract";
import { hash } from "@node-rs/argon2";
import { createHash, randomBytes, randomInt, timingSafeEqual } from "node:crypto";

/** Of what nobody could guess the SHA-256 is enough to keep. */
export const hashOf = (secret: string): string => createHash("sha256").update(secret).digest("hex");
export const newSecret = (): string => randomBytes(32).toString("base64url");
/** Compared in the same time whatever differs. */
export const isSame = (a: string | null, b: string): boolean => a?.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** A code that is read out or written on paper. */
export const drawCode = (length: number): string => Array.from({ length }, () => CODE_SIGNS[randomInt(CODE_SIGNS.length)]).join("");

/** What is known by heart: Argon2id (RFC 9106) with the parameters that OWASP gives, 19 MiB, two passes, one lane. */
export const hashByHeart = (told: string): Promise<string> => hash(told, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
