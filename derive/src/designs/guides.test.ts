/** @jest-environment jsdom */
import { guidesOf } from "@yule/contract";
import { guideSheet, inches, mm } from "@yule/core";
import { firstGuides, GUIDE_KINDS, guidesSvg } from "./guides.ts";

test("guides of every kind begin with figures that lie on an everyday panel, in inches and in centimetres", () => {
  for (const system of ["in", "cm"] as const)
    for (const kind of GUIDE_KINDS) expect([kind, guideSheet({ width: inches(4), height: inches(5) }, guidesOf(firstGuides(kind, system))).ok]).toEqual([kind, true]);
});

test("printed true to size the drawing is as many millimetres as the panel, with a line to check it by and its title made safe", () => {
  const panel = { width: mm(100), height: mm(140) };
  const found = guideSheet(panel, { kind: "circle", margin: mm(10) });
  if (!found.ok) throw new Error("no guides");
  const svg = guidesSvg(panel, found.value, 'Kites & "boats" <b>');
  const drawn = new DOMParser().parseFromString(svg, "image/svg+xml");
  expect(drawn.querySelector("parsererror")).toBeNull();
  expect(drawn.documentElement.getAttribute("width")).toBe("110mm");
  expect(drawn.documentElement.getAttribute("viewBox")).toBe("-5 -5 110 164");
  expect(drawn.querySelector("circle")?.getAttribute("r")).toBe("40");
  expect(drawn.querySelector("title")?.textContent).toBe('Kites & "boats" <b>');
});
