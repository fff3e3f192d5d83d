/** The first letter large, as at the head of a sentence. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Minutes that were measured: tenths below ten, whole ones above. */
export const measured = (minutes: number): string => (minutes < 10 ? String(Math.round(minutes * 10) / 10) : String(Math.round(minutes)));
