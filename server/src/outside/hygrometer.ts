/** Air at the bench. */
export interface Air {
  /** Degrees Celsius. */
  readonly warm: number;
  /** Relative humidity, 0 to 1. */
  readonly humid: number;
}

/** A hygrometer at the bench that remembers what it read. */
export interface Hygrometer {
  readonly name: string;
  readonly simulated: boolean;
  /** @returns null where it had nothing to tell at that moment */
  readonly at: (moment: Date) => Air | null;
}

const DAY = 86_400_000;
const round = (value: number, steps: number): number => Math.round(value * steps) / steps;

/** An invented room: warmer in the afternoon, damper in autumn and winter, with spells of weather of some days. */
export const simulatedHygrometer: Hygrometer = {
  name: "Hygrometer (simulated)",
  simulated: true,
  at: (moment) => {
    const days = moment.getTime() / DAY;
    const afternoon = Math.cos(2 * Math.PI * (days - 15 / 24));
    const midsummer = Math.cos((2 * Math.PI * (days - 200)) / 365.25);
    const weather = Math.sin(days / 1.7) + Math.sin(days / 0.61 + 1.3) / 2;
    return {
      warm: round(19.5 + 1.2 * afternoon + 2 * midsummer, 10),
      humid: round(Math.min(0.85, Math.max(0.3, 0.54 - 0.08 * midsummer - 0.03 * afternoon + 0.06 * weather)), 100),
    };
  },
};
