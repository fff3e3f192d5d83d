import { cutToCard, cutToEnvelope, inches, mannerOf, mm, stackGeometry, t, type Length, type Size, type Stack } from "@yule/core";

/** A card as it is usual somewhere, folded, with the envelope that is sold for it; a postcard has none. */
export interface CardSize {
  readonly key: string;
  readonly name: string;
  readonly card: Size;
  readonly envelope: Size | null;
}

const size = (width: Length, height: Length): Size => ({ width, height });

/** Announcement cards and their envelopes as stationers of the United States and Canada sell them, by their trade names. */
const letterSizes = (): readonly CardSize[] => [
  { key: "a2", name: "A2", card: size(inches(4.25), inches(5.5)), envelope: size(inches(4.375), inches(5.75)) },
  { key: "us-a6", name: "A6", card: size(inches(4.5), inches(6.25)), envelope: size(inches(4.75), inches(6.5)) },
  { key: "a7", name: "A7", card: size(inches(5), inches(7)), envelope: size(inches(5.25), inches(7.25)) },
  { key: "4-bar", name: "4-bar", card: size(inches(3.5), inches(4.875)), envelope: size(inches(3.625), inches(5.125)) },
  { key: "us-square", name: t`Square`, card: size(inches(5.25), inches(5.25)), envelope: size(inches(5.5), inches(5.5)) },
  { key: "us-postcard", name: t`Postcard`, card: size(inches(4), inches(6)), envelope: null },
];

/** Cards of ISO 216 with the envelopes of ISO 269 (DL: DIN 678), and the square that is sold beside them. */
const isoSizes = (): readonly CardSize[] => [
  { key: "a6", name: "A6, C6", card: size(mm(105), mm(148)), envelope: size(mm(114), mm(162)) },
  { key: "a5", name: "A5, C5", card: size(mm(148), mm(210)), envelope: size(mm(162), mm(229)) },
  { key: "dl", name: "DL", card: size(mm(99), mm(210)), envelope: size(mm(110), mm(220)) },
  { key: "square", name: t`Square`, card: size(mm(145), mm(145)), envelope: size(mm(155), mm(155)) },
  { key: "postcard", name: t`Postcard A6`, card: size(mm(105), mm(148)), envelope: null },
];

/** The cards that are usual in a country: those of letter paper where it is used, those of ISO elsewhere. */
export const cardSizesIn = (country: string): readonly CardSize[] => (mannerOf(country).paper === "letter" ? letterSizes() : isoSizes());

/**
 * A template cut to a usual size, its panel and mats with the reveals they have there. Where its layers make it too thick for the
 * envelope the card becomes so much smaller that it slips in.
 * @param step what sizes in between are rounded to: 1/16 in or 1/2 mm
 */
export function stackOfSize(template: Stack, told: CardSize, step: Length): Stack {
  const card = turnedAs(template, told.card);
  const envelope = told.envelope && turnedAs(template, told.envelope);
  if (envelope === null) return { ...cutToCard(template, card, null, step), fold: "none" };
  const usual = cutToCard(template, card, envelope, step);
  const { faults, warnings } = stackGeometry(usual);
  return [...faults, ...warnings].some(({ code }) => code === "envelope-too-small") ? cutToEnvelope(template, envelope, step) : usual;
}

/** Upright or on its side as the template is; a square template takes a size as it is told. */
const turnedAs = ({ width, height }: Size, told: Size): Size => ((width - height) * (told.width - told.height) < 0 ? { width: told.height, height: told.width } : told);

/** Narrower than this no layer carries a picture: sizes that follow from a small envelope are not let become nothing. */
const LEAST_SIDE = mm(20);
export const leavesNoRoom = ({ layers }: Stack): boolean => layers.some(({ kind, width, height }) => kind !== "strip" && Math.min(width, height) < LEAST_SIDE);
