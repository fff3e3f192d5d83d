import { z } from "zod";
import { text } from "./text.ts";

/** An id made where the thing is made: UUIDv7. */
export const id = z.uuid();
export const moment = z.iso.datetime({ offset: true });
export const name = text().trim().min(1).max(120);

/** Whole 1/320 mm, as stored and sent. 30 m is the longest roll. */
export const units = z.int().min(0).max(9_600_000);
export const unitsAboveZero = z.int().min(1).max(9_600_000);
export const wholeMinutes = z.int().min(0).max(20_160);
export const version = z.int().min(1);
