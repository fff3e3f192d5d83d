/** A kitchen scale that the server can read. */
export interface Scale {
  readonly name: string;
  readonly simulated: boolean;
  /** What it tells apart, grams. */
  readonly step: number;
  /** What lies on it, grams. @param expected what should lie there, which only an invented scale needs to be told; @param of what it is */
  readonly read: (expected: number, of: string) => number;
}

const STEP = 1;
/** What is laid on the invented scale weighs some per cent more or less than the books say, always the same for the same thing. */
const OFF = 0.08;

export const simulatedScale: Scale = {
  name: "Kitchen scale (simulated)",
  simulated: true,
  step: STEP,
  read: (expected, of) => {
    const hash = [...Buffer.from(of)].reduce((sum, byte) => (sum * 31 + byte) % 9973, 7);
    return Math.max(0, Math.round((expected * (1 + OFF * (hash / 9973 - 0.6))) / STEP) * STEP);
  },
};
