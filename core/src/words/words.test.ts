import fc from "fast-check";
import { idOfSource, plural, pluralSource, saidFrom, saidWritten, sourceOf, t, translateBy, wordsFor, written, type Said } from "./words.ts";

afterEach(() => translateBy(null));
const partsOf = (parts: TemplateStringsArray, ..._values: readonly unknown[]): TemplateStringsArray => parts;
/** Another language: what stands in a list, with its values put in by their number. */
const speak = (sentences: Readonly<Record<string, string>>): void =>
  translateBy((source, values) => sentences[source]?.replace(/\{(\d+)\}/g, (_, at: string) => String(values[Number(at)])) ?? null);

test("without another language a sentence stands as it is written, with its values in place", () => {
  expect(t`${3} of ${"Night train"} are made`).toBe("3 of Night train are made");
  expect(plural(1, { one: "# card", other: "# cards" })).toBe("1 card");
  expect(plural(0, { one: "# card", other: "# cards" })).toBe("0 cards");
});

test("another language puts the values where its sentence wants them", () => {
  speak({ "{0} of {1} are made": "Von {1} sind {0} fertig", "{0, plural, one {# card} other {# cards}}": "{0} Karten" });
  expect(t`${3} of ${"Night train"} are made`).toBe("Von Night train sind 3 fertig");
  expect(plural(2, { one: "# card", other: "# cards" })).toBe("2 Karten");
});

test("what the language lacks stays English", () => {
  speak({});
  expect(t`${2} are made`).toBe("2 are made");
  expect(saidFrom("at most {0}", ["3"])).toBeNull();
  expect(plural(4, { one: "# card", other: "# cards" })).toBe("4 cards");
});

test("words for cases and marked sentences are said in the language of the moment, not of the first look", () => {
  const words = wordsFor({ safe: () => t`safe`, tight: () => t`tight` });
  const rule = written`Tape before the first water`;
  expect([words.safe, saidWritten(rule)]).toEqual(["safe", rule]);
  speak({ safe: "sicher", [rule]: "Erst kleben, dann Wasser" });
  expect([words.safe, words.tight, saidWritten(rule)]).toEqual(["sicher", "tight", "Erst kleben, dann Wasser"]);
  expect(Object.keys(words)).toEqual(["safe", "tight"]);
});

test("braces of a sentence are quoted, so that they are not taken for a value", () => {
  expect(sourceOf(partsOf`a {brace} and ${1}`)).toBe("a '{'brace'}' and {0}");
  expect(pluralSource({ one: "# card", other: "# cards" })).toBe("{0, plural, one {# card} other {# cards}}");
});

test("a value is never lost or doubled, whatever it is", () => {
  fc.assert(
    fc.property(fc.array(fc.oneof(fc.string(), fc.integer()), { minLength: 2, maxLength: 2 }), ([first, second]) => {
      expect(t`from ${first as Said} to ${second as Said}.`).toBe(`from ${String(first)} to ${String(second)}.`);
    }),
  );
});

test("a name that is read the other way stands by itself, so that the words beside it stay in place", () => {
  expect(t`${"נועה לוי"}: 3 cards by Fri`).toBe("\u2068נועה לוי\u2069: 3 cards by Fri");
  expect(t`To ${t`${"ليلى"} and sons`}.`).toBe("To \u2068\u2068ليلى\u2069 and sons\u2069.".replace("\u2068\u2068", "\u2068").replace("\u2069 and sons\u2069", "\u2069 and sons"));
  expect(t`${"Ann"}: ${2} cards`).toBe("Ann: 2 cards");
});

test("short names are of a few letters, the same every time, and differ where sentences do", () => {
  const names = new Set(Array.from({ length: 4_000 }, (_, at) => idOfSource(`sentence ${String(at)} of a catalogue`)));
  expect(names.size).toBe(4_000);
  expect(idOfSource("safe")).toBe(idOfSource("safe"));
  for (const name of names) expect(name.length).toBeLessThanOrEqual(7);
});
