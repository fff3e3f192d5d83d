import { hardPairs, keepGuesses, keptGuesses } from "./guesses.ts";

afterEach(() => localStorage.clear());

test("what was guessed is kept in this browser, and a broken note begins anew", () => {
  const guesses = { known: { "a + b": { streak: 0, due: 4 } }, asked: 3, right: 2 };
  keepGuesses(guesses);
  expect(keptGuesses()).toEqual(guesses);
  localStorage.setItem("yule.guesses", "{ not json");
  expect(keptGuesses()).toEqual({ known: {}, asked: 0, right: 0 });
  localStorage.setItem("yule.guesses", '{"asked":"many"}');
  expect(keptGuesses().asked).toBe(0);
});

test("the hard pairs are those that were wrong when last asked, the next due first", () => {
  expect(hardPairs({ known: { x: { streak: 0, due: 9 }, y: { streak: 2, due: 1 }, z: { streak: 0, due: 4 } }, asked: 5, right: 2 })).toEqual(["z", "x"]);
});
