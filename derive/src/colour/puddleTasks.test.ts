import { mm } from "@yule/core";
import { design as boat, stage } from "../season/examples.ts";
import type { Apart } from "./apart.ts";
import { puddlesFor, toldOf } from "./puddleTasks.ts";

const paints = [
  { name: "Ferry Blue", pigments: "PB29", hex: "#33479c" },
  { name: "Lamp Oil", pigments: "PY150", hex: "#dba520" },
];
const way = { id: "w", name: "blue", pictureId: null, paints };
const design = { ...boat, stages: [stage("sky", 3, 30), stage("boat", 2, 20)] };
const apart: Apart = {
  key: "k",
  width: 100,
  height: 100,
  touching: [],
  wasTransparent: false,
  areas: [
    { share: 0.5, load: 1 },
    { share: 0.05, load: 0.2 },
  ],
};
const ROOM = { warm: 20, humid: 0.5 };

test("area and strength come from the picture, else from the guides, else they are guessed, and it is said which", () => {
  const seen = toldOf(design, way, apart, [null, null]);
  expect(seen).toMatchObject({
    measured: "picture",
    puddles: [
      { share: 0.5, strength: "milk" },
      { share: 0.05, strength: "tea" },
    ],
  });
  const cells = { kind: "cells" as const, columns: 2, rows: 2, margin: mm(10), gap: mm(0), circles: false };
  const inside = toldOf({ ...design, guides: cells }, way, null, [null, null]);
  expect(inside.measured).toBe("guides");
  // A panel of 114.3 mm with a margin of 10: 94.3 squared inside, shared by two paints.
  expect(inside.puddles[0]?.share).toBeCloseTo((94.3 / 114.3) ** 2 / 2, 3);
  expect(toldOf(design, way, null, [null, null])).toMatchObject({ measured: "guess", puddles: [{ share: 0.4 }, { share: 0.4 }] });
});

test("half a panel of 4 1/2 in square for ten panels takes 15 ml with a quarter in reserve", () => {
  const { puddles: told } = toldOf(design, way, apart, [null, null]);
  const [sky, boatPaint] = puddlesFor(design, told, 10, [], 0.25, ROOM);
  // 114.3 mm squared, half of it: 65.3 cm2; 0.018 ml each, ten panels, a quarter more: 14.7 ml.
  expect(sky?.puddle.ml).toBe(15);
  expect(boatPaint?.puddle.ml).toBe(1.5);
  expect(sky?.puddle.goes).toEqual([10]);
});

test("twice the coats take twice as much; a long batch is mixed in goes", () => {
  const { puddles: told } = toldOf(design, way, apart, [null, null]);
  const twice = puddlesFor(
    design,
    told.map((each) => ({ ...each, coats: 2 })),
    100,
    [],
    0,
    ROOM,
  );
  expect(twice[0]?.puddle.ml).toBe(235.5);
  expect(twice[0]?.puddle.goes.length).toBeGreaterThan(1);
});
