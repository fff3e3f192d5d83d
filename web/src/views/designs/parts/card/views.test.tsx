import { inches, mm, PLAIN_CARD, PLAIN_LAYER, stackGeometry, type Stack } from "@yule/core";
import { cleanup, screen } from "@testing-library/react";
import { showScreen } from "../../../../plan/testing.tsx";
import { FrontView, InsideView, OpenView, ProfileView } from "./views.tsx";

afterEach(cleanup);

/** A card of 5 × 7 in, folded at the left, with a mat and a panel on it. */
const card: Stack = {
  ...PLAIN_CARD,
  fold: "left",
  width: inches(5),
  height: inches(7),
  thickness: mm(1),
  envelope: null,
  layers: [
    { ...PLAIN_LAYER, kind: "mat", name: "mat", width: inches(4.5), height: inches(6.5), x: null, y: null },
    { ...PLAIN_LAYER, kind: "panel", name: "panel", width: inches(4), height: inches(6), x: null, y: null },
  ],
};
const viewOf = (stack: Stack, inside = "") => ({ stack, geometry: stackGeometry(stack), picture: null, label: "Moth", inside });
/** What is written on a drawing. */
const written = (): string[] => [...screen.getByRole("img").querySelectorAll("text")].map((text) => text.textContent);

test("the base lies open with its score in the middle and its measures, the face at the right of it", () => {
  showScreen(<OpenView {...viewOf(card)} />);
  expect(written()).toEqual(expect.arrayContaining(["back", "10 in", "7 in", "score 5"]));
  const [crease] = [...screen.getByRole("img").querySelectorAll("line")].filter((line) => line.getAttribute("stroke-dasharray"));
  expect([crease?.getAttribute("x1"), crease?.getAttribute("x2")]).toEqual([String(inches(5)), String(inches(5))]);
});

test("a fold at the top is scored across, and a postcard has no score", () => {
  showScreen(<OpenView {...viewOf({ ...card, fold: "top" })} />);
  expect(written()).toEqual(expect.arrayContaining(["5 in", "14 in", "back"]));
  cleanup();
  showScreen(<OpenView {...viewOf({ ...card, fold: "none" })} />);
  expect(written()).not.toContain("back");
  expect(written().some((text) => text.startsWith("score"))).toBe(false);
});

test("each layer's reveal is written beside it, and a picture lies on the panel", () => {
  showScreen(<FrontView {...viewOf(card)} picture="/api/pictures/1" />);
  expect(written().filter((text) => /1\/4/.test(text)).length).toBeGreaterThanOrEqual(2);
  expect(screen.getByRole("img").querySelector("image")?.getAttribute("href")).toBe("/api/pictures/1");
});

test("words inside stand on the page that is written on", () => {
  showScreen(<InsideView {...viewOf(card, "Many happy returns")} />);
  expect(written().join(" ")).toContain("Many happy returns");
});

test("in profile it says how thick the card is", () => {
  showScreen(<ProfileView {...viewOf(card)} />);
  expect(screen.getByRole("img", { name: /^Moth; in profile .* thick$/ })).toBeTruthy();
});
