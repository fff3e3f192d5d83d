import type { DesignRead, SentimentRead, WordsRead } from "@yule/contract";
import { fitWords, hangsOver, LEAST_X_HEIGHT, lengthOfUnits, mm, toMm, type CalmArea, type Fit, type Length, type Outline, type WordZone, t, listOf } from "@yule/core";
import { panelOf } from "../season/materials.ts";
import { occasionKey } from "./family.ts";

export type WordPlace = WordsRead["zones"][number];

const MOST_LINES = 2;

/** A place as the fitting takes it, in millimetres. */
const zoneOf = (zone: WordPlace): WordZone => {
  const of = (units: number): number => toMm(lengthOfUnits(units));
  return { id: zone.id, x: of(zone.x), y: of(zone.y), width: of(zone.width), height: of(zone.height), curve: of(zone.curve) };
};

const wordsOf = (sentiment: SentimentRead) => ({
  text: sentiment.text,
  means: sentiment.means,
  width: sentiment.width === null ? null : toMm(lengthOfUnits(sentiment.width)),
  height: sentiment.height === null ? null : toMm(lengthOfUnits(sentiment.height)),
});

/** Where a sentiment goes best among some places, and how large; null without a place. */
export const bestFit = (sentiment: SentimentRead, zones: readonly WordPlace[]): Fit | null =>
  fitWords(wordsOf(sentiment), zones.map(zoneOf), { leastXHeight: LEAST_X_HEIGHT, mostLines: MOST_LINES })[0] ?? null;

export interface Offer {
  readonly sentiment: SentimentRead;
  readonly fit: Fit | null;
  /** What speaks against it besides its size; empty where nothing does. */
  readonly against: readonly string[];
}

/** All words in the order in which they serve a design: for its occasions and fitting first, the largest before the smaller. */
export function offersFor(design: DesignRead, sentiments: readonly SentimentRead[], zones: readonly WordPlace[]): readonly Offer[] {
  const suits = design.traits.suits.map(occasionKey);
  const offers = sentiments.map((sentiment): Offer => {
    const forOther = sentiment.occasion !== null && suits.length > 0 && !suits.includes(occasionKey(sentiment.occasion));
    return { sentiment, fit: bestFit(sentiment, zones), against: forOther ? [t`for ${sentiment.occasion ?? ""}, not one of its occasions`] : [] };
  });
  const rank = (offer: Offer): number => (offer.fit?.fits ? 0 : 2) + (offer.against.length > 0 ? 1 : 0);
  return offers.sort((a, b) => rank(a) - rank(b) || (b.fit?.xHeight ?? 0) - (a.fit?.xHeight ?? 0));
}

/** Calm areas of a picture as places on the panel, with a little room around them, on whole half millimetres. */
export function zonesFrom(areas: readonly CalmArea[], design: DesignRead, newId: () => string): WordPlace[] {
  const panel = panelOf(design);
  const around = mm(2);
  const snap = (units: number): number => Math.round(units / mm(0.5)) * mm(0.5);
  return areas.flatMap((area) => {
    const zone = {
      id: newId(),
      x: snap(area.x * panel.width + around),
      y: snap(area.y * panel.height + around),
      width: snap(area.width * panel.width - 2 * around),
      height: snap(area.height * panel.height - 2 * around),
      curve: 0,
    };
    return zone.width > mm(8) && zone.height > mm(3) ? [zone] : [];
  });
}

/** A rectangle pulled over the panel from one corner to another, kept inside it; null for a slip of the finger. */
export function pulledZone(from: { x: number; y: number }, to: { x: number; y: number }, panel: { width: number; height: number }, newId: () => string): WordPlace | null {
  const within = (value: number, most: number): number => Math.round(Math.max(0, Math.min(most, value)) / mm(0.5)) * mm(0.5);
  const [x1, x2] = [within(Math.min(from.x, to.x), panel.width), within(Math.max(from.x, to.x), panel.width)];
  const [y1, y2] = [within(Math.min(from.y, to.y), panel.height), within(Math.max(from.y, to.y), panel.height)];
  const zone = { id: newId(), x: x1, y: y1, width: Math.min(x2, panel.width) - x1, height: Math.min(y2, panel.height) - y1, curve: 0 };
  return zone.width >= mm(5) && zone.height >= mm(3) ? zone : null;
}

/** Places that reach over the round of a panel that is no rectangle, or over its side. */
export const placesOver = (zones: readonly WordPlace[], panel: { readonly width: number; readonly height: number; readonly outline: Outline }): readonly WordPlace[] =>
  zones.filter((zone) => hangsOver(zone, { ...panel, x: 0, y: 0 }));

/** What does not fit, by how much, in the maker's units. */
export function overWords(fit: Fit, say: (length: Length) => string): string {
  const { width, height } = fit.over;
  return listOf([...(width > 0 ? [t`${say(mm(width))} too wide`] : []), ...(height > 0 ? [t`${say(mm(height))} too high`] : [])]);
}
