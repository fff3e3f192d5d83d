import fc from "fast-check";
import { titleLines } from "./PaperTag.tsx";

test.each([
  ["Harbour office", ["Harbour office"]],
  ["Two weather vanes", ["Two weather", "vanes"]],
  ["Donaudampfschifffahrt", ["Donaudampfschif-", "ffahrt"]],
  ["A choir that leaves for a year", ["A choir that", "leaves for a…"]],
])("%s stands on its tag as %j", (title, lines) => expect(titleLines(title)).toEqual(lines));

test("no title takes more than two lines of sixteen letters, and what is cut says so", () => {
  fc.assert(
    fc.property(fc.string({ minLength: 1, maxLength: 120 }), (title) => {
      const lines = titleLines(title);
      expect(lines.length).toBeLessThanOrEqual(2);
      for (const line of lines) expect(Array.from(line).length).toBeLessThanOrEqual(16);
      const plain = (text: string): string => text.replace(/[\s-]/gu, "");
      if (!lines.join("").endsWith("…")) expect(plain(lines.join(""))).toBe(plain(title));
    }),
  );
});
