import { seededRandom } from "@yule/core";
import { below, box, circle, join, line, oval, type Paper, polygon, ring, without, type Colour } from "./paper.ts";

/** Paints a motif with a colourway's colours: main, second, accent. `tall` is height over width. */
export type Motif = (paper: Paper, colours: readonly [Colour, Colour, Colour], tall: number) => void;

const INK: Colour = [0.16, 0.19, 0.24];
const WHITE: Colour = [0.99, 0.985, 0.97];
const GOLD: Colour = [0.8, 0.62, 0.25];

const tidePool: Motif = (paper, [water, rock, star], tall) => {
  paper.wash(box(0, 0, 1, tall), water, { strength: 0.32, graded: [0.6, 1.2] });
  paper.wash(without(box(-0.1, -0.1, 1.2, tall + 0.2), oval(0.5, tall * 0.53, 0.4, tall * 0.36, 0.2)), rock, { strength: 0.55, rough: 0.03 });
  paper.wash(oval(0.5, tall * 0.53, 0.37, tall * 0.33, 0.2), water, { strength: 0.6, rough: 0.02, rim: 0.5 });
  paper.wash(oval(0.58, tall * 0.45, 0.22, tall * 0.15, -0.3), water, { strength: 0.4, rough: 0.03 });
  const arms = [0, 1, 2, 3, 4].map((arm) => {
    const angle = (arm / 5) * Math.PI * 2 - 0.5;
    return polygon(
      [0.4 + Math.cos(angle + 1.2) * 0.04, tall * 0.58 + Math.sin(angle + 1.2) * 0.04],
      [0.4 + Math.cos(angle) * 0.15, tall * 0.58 + Math.sin(angle) * 0.15],
      [0.4 + Math.cos(angle - 1.2) * 0.04, tall * 0.58 + Math.sin(angle - 1.2) * 0.04],
    );
  });
  paper.opaque(join(circle(0.4, tall * 0.58, 0.045), ...arms), WHITE, 0.8);
  paper.wash(join(circle(0.4, tall * 0.58, 0.045), ...arms), star, { strength: 0.9, rough: 0.005 });
  for (const [x, y, r] of [
    [0.66, 0.38, 0.035],
    [0.7, 0.48, 0.022],
    [0.62, 0.66, 0.028],
    [0.54, 0.36, 0.018],
  ] as const)
    paper.wash(ring(x, y * tall, r, 0.012), INK, { strength: 0.5 });
  paper.splatter(rock, 26, 5);
};

const paperBoat: Motif = (paper, [sea, sky, boat], tall) => {
  paper.wash(box(0, 0, 1, tall), sky, { strength: 0.5, graded: [1.1, 0.25] });
  const hull = polygon([0.2, tall * 0.56], [0.5, tall * 0.62], [0.8, tall * 0.56], [0.67, tall * 0.73], [0.33, tall * 0.73]);
  const sail = polygon([0.36, tall * 0.585], [0.5, tall * 0.26], [0.64, tall * 0.585], [0.5, tall * 0.62]);
  paper.opaque(join(hull, sail), WHITE, 0.95);
  paper.wash(polygon([0.5, tall * 0.26], [0.64, tall * 0.585], [0.5, tall * 0.62]), boat, { strength: 0.55 });
  paper.wash(polygon([0.5, tall * 0.62], [0.8, tall * 0.56], [0.67, tall * 0.73], [0.5, tall * 0.73]), boat, { strength: 0.7 });
  paper.wash(polygon([0.2, tall * 0.56], [0.5, tall * 0.62], [0.5, tall * 0.73], [0.33, tall * 0.73]), boat, { strength: 0.3 });
  [0.7, 0.78, 0.88].forEach((level, index) => {
    paper.wash(
      below((x) => tall * (level + 0.015 * Math.sin(x * 22 + index * 2))),
      sea,
      { strength: 0.34 + index * 0.1, rough: 0.012, rim: 0.5 },
    );
  });
};

const nightTrain: Motif = (paper, [night, hill, window], tall) => {
  paper.wash(box(0, 0, 1, tall), night, { strength: 0.95, graded: [1.15, 0.5], rough: 0.004 });
  paper.opaque(circle(0.76, tall * 0.2, 0.07), WHITE, 0.85);
  paper.wash(
    below((x) => tall * (0.56 + 0.06 * Math.sin(x * 5 + 1))),
    hill,
    { strength: 0.7, rough: 0.01 },
  );
  paper.wash(
    below((x) => tall * (0.74 + 0.03 * Math.sin(x * 7))),
    night,
    { strength: 0.85, rough: 0.01 },
  );
  const cars = [0.05, 0.32, 0.59].map((x) => box(x, tall * 0.6, 0.25, 0.12, 0.02));
  const engine = join(box(0.86, tall * 0.6 + 0.02, 0.2, 0.1, 0.03));
  paper.opaque(join(...cars, engine), INK, 0.92);
  const lights = [0.08, 0.14, 0.2, 0.35, 0.41, 0.47, 0.62, 0.68, 0.74].map((x) => box(x, tall * 0.6 + 0.03, 0.035, 0.04, 0.006));
  paper.opaque(join(...lights), WHITE, 1);
  paper.wash(join(...lights), window, { strength: 0.75, rough: 0.003 });
  paper.opaque(line(0.006, [0, tall * 0.6 + 0.135], [1, tall * 0.6 + 0.135]), INK, 0.9);
  const random = seededRandom(9);
  for (let star = 0; star < 22; star += 1) paper.opaque(circle(random(), random() * tall * 0.45, 0.003 + random() * 0.004), WHITE, 0.9);
};

const moth: Motif = (paper, [wing, dusk, eye], tall) => {
  paper.wash(box(0, 0, 1, tall), dusk, { strength: 0.55, graded: [1.2, 0.4] });
  paper.opaque(circle(0.5, tall * 0.46, 0.36), WHITE, 0.35);
  for (const side of [-1, 1]) {
    const upper = polygon([0.5, tall * 0.42], [0.5 + side * 0.16, tall * 0.26], [0.5 + side * 0.39, tall * 0.28], [0.5 + side * 0.3, tall * 0.5], [0.5 + side * 0.02, tall * 0.54]);
    const lower = polygon([0.5, tall * 0.52], [0.5 + side * 0.26, tall * 0.52], [0.5 + side * 0.22, tall * 0.68], [0.5 + side * 0.08, tall * 0.72]);
    paper.wash(upper, wing, { strength: 0.8, rough: 0.012, rim: 0.7 });
    paper.wash(lower, wing, { strength: 0.6, rough: 0.012, rim: 0.7 });
    paper.wash(circle(0.5 + side * 0.22, tall * 0.38, 0.045), eye, { strength: 0.85 });
    paper.wash(circle(0.5 + side * 0.22, tall * 0.38, 0.018), INK, { strength: 0.9, rough: 0.003 });
    paper.wash(line(0.008, [0.5, tall * 0.36], [0.5 + side * 0.05, tall * 0.26], [0.5 + side * 0.1, tall * 0.22]), INK, { strength: 0.8, rough: 0.003 });
  }
  paper.wash(oval(0.5, tall * 0.52, 0.035, tall * 0.17), INK, { strength: 0.75, rough: 0.006 });
  paper.splatter(eye, 18, 3);
};

const kite: Motif = (paper, [sky, sail, tail], tall) => {
  paper.wash(box(0, 0, 1, tall), sky, { strength: 0.5, graded: [1, 0.2] });
  const kites = [
    [0.34, 0.3, 0.17],
    [0.68, 0.52, 0.11],
    [0.52, 0.16, 0.07],
  ] as const;
  kites.forEach(([x, y, s], index) => {
    const top: readonly [number, number] = [x + s * 0.35, y * tall - s];
    const left: readonly [number, number] = [x - s * 0.75, y * tall - s * 0.15];
    const right: readonly [number, number] = [x + s * 0.75, y * tall + s * 0.25];
    const bottom: readonly [number, number] = [x - s * 0.35, y * tall + s * 1.3];
    paper.opaque(polygon(top, right, bottom, left), WHITE, 0.85);
    paper.wash(polygon(top, right, bottom), index === 1 ? tail : sail, { strength: 0.85, rough: 0.005 });
    paper.wash(polygon(top, bottom, left), index === 1 ? tail : sail, { strength: 0.5, rough: 0.005 });
    const [bx, by] = bottom;
    paper.wash(line(0.007, [bx, by], [bx - 0.03, by + s * 0.5], [bx + 0.02, by + s], [bx - 0.02, by + s * 1.5]), INK, { strength: 0.7, rough: 0.003 });
    for (const step of [0.5, 1, 1.5])
      paper.wash(oval(bx + (step === 1 ? 0.02 : -0.025), by + s * step, s * 0.14, s * 0.07, 0.5), index === 1 ? sail : tail, { strength: 0.9, rough: 0.003 });
  });
  paper.wash(
    below((x) => tall * (0.9 + 0.02 * Math.sin(x * 9))),
    tail,
    { strength: 0.35, rough: 0.02 },
  );
};

const weatherVane: Motif = (paper, [sky, roof, bird], tall) => {
  paper.wash(box(0, 0, 1, tall), sky, { strength: 0.5, graded: [1.1, 0.3] });
  for (const [x, y, r] of [
    [0.2, 0.24, 0.1],
    [0.3, 0.27, 0.12],
    [0.78, 0.36, 0.09],
  ] as const)
    paper.opaque(oval(x, y * tall, r * 1.5, r * 0.6), WHITE, 0.55);
  paper.wash(polygon([0.02, tall], [0.5, tall * 0.74], [0.98, tall]), roof, { strength: 0.8, rough: 0.01 });
  paper.wash(line(0.016, [0.5, tall * 0.76], [0.5, tall * 0.34]), INK, { strength: 0.85, rough: 0.003 });
  paper.wash(line(0.012, [0.3, tall * 0.58], [0.7, tall * 0.58]), INK, { strength: 0.85, rough: 0.003 });
  paper.wash(join(circle(0.3, tall * 0.58, 0.02), circle(0.7, tall * 0.58, 0.02)), GOLD, { strength: 0.9, rough: 0.002 });
  paper.wash(line(0.014, [0.2, tall * 0.42], [0.8, tall * 0.42]), INK, { strength: 0.85, rough: 0.003 });
  paper.wash(polygon([0.8, tall * 0.38], [0.9, tall * 0.42], [0.8, tall * 0.46]), INK, { strength: 0.85, rough: 0.003 });
  const whale = join(oval(0.48, tall * 0.35, 0.2, 0.075), polygon([0.29, tall * 0.35], [0.16, tall * 0.25], [0.2, tall * 0.34], [0.14, tall * 0.41]));
  paper.opaque(whale, WHITE, 0.9);
  paper.wash(whale, bird, { strength: 0.95, rough: 0.006, rim: 0.5 });
  paper.opaque(circle(0.6, tall * 0.335, 0.009), WHITE, 1);
};

const quince: Motif = (paper, [fruit, leaf, ground], tall) => {
  paper.wash(box(0, 0, 1, tall), ground, { strength: 0.3, graded: [0.4, 1.1] });
  for (const [x, y, r] of [
    [0.36, 0.62, 0.19],
    [0.64, 0.56, 0.2],
    [0.52, 0.78, 0.15],
  ] as const) {
    paper.opaque(join(circle(x, y * tall, r), oval(x + 0.02, y * tall - r * 0.8, r * 0.55, r * 0.5)), WHITE, 0.7);
    paper.wash(join(circle(x, y * tall, r), oval(x + 0.02, y * tall - r * 0.8, r * 0.55, r * 0.5)), fruit, { strength: 0.75, rough: 0.012, rim: 0.4 });
    paper.wash(oval(x + r * 0.35, y * tall + r * 0.25, r * 0.5, r * 0.6, 0.5), fruit, { strength: 0.45, rough: 0.03 });
    paper.opaque(oval(x - r * 0.4, y * tall - r * 0.35, r * 0.14, r * 0.24, 0.6), WHITE, 0.45);
  }
  for (const [x, y, turn] of [
    [0.28, 0.34, 0.6],
    [0.5, 0.28, -0.3],
    [0.74, 0.26, -0.8],
    [0.86, 0.42, 0.3],
  ] as const) {
    paper.wash(oval(x, y * tall, 0.13, 0.055, turn), leaf, { strength: 0.75, rough: 0.01, rim: 0.6 });
    paper.opaque(line(0.004, [x - 0.1 * Math.cos(turn), y * tall - 0.1 * Math.sin(turn)], [x + 0.1 * Math.cos(turn), y * tall + 0.1 * Math.sin(turn)]), WHITE, 0.6);
  }
  paper.wash(line(0.014, [0.1, tall * 0.22], [0.45, tall * 0.4], [0.7, tall * 0.36]), INK, { strength: 0.55, rough: 0.006 });
};

const bicycle: Motif = (paper, [rain, street, frame], tall) => {
  paper.wash(box(0, 0, 1, tall), rain, { strength: 0.6, graded: [1, 0.35] });
  paper.wash(
    below(() => tall * 0.78),
    street,
    { strength: 0.6, rough: 0.015 },
  );
  const [y, r] = [tall * 0.66, 0.15];
  paper.opaque(join(ring(0.3, y, r, 0.03), ring(0.72, y, r, 0.03)), WHITE, 0.75);
  paper.wash(join(ring(0.3, y, r, 0.022), ring(0.72, y, r, 0.022)), INK, { strength: 0.9, rough: 0.004 });
  const bars = line(0.022, [0.3, y], [0.44, y - 0.2], [0.64, y - 0.2], [0.5, y], [0.3, y], [0.5, y], [0.44, y - 0.2]);
  const fork = line(0.022, [0.72, y], [0.62, y - 0.26], [0.68, y - 0.3]);
  paper.opaque(join(bars, fork), WHITE, 0.8);
  paper.wash(join(bars, fork), frame, { strength: 0.95, rough: 0.004 });
  paper.wash(oval(0.43, y - 0.24, 0.06, 0.02), INK, { strength: 0.9, rough: 0.003 });
  const random = seededRandom(12);
  for (let drop = 0; drop < 40; drop += 1) {
    const [x, from] = [random(), random() * tall * 0.9];
    paper.opaque(line(0.004, [x, from], [x - 0.02, from + 0.06]), WHITE, 0.5);
  }
};

export const MOTIFS = { tidePool, paperBoat, nightTrain, moth, kite, weatherVane, quince, bicycle } as const;
export type MotifName = keyof typeof MOTIFS;
