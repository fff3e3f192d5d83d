import { plural, t } from "@yule/core";
import { directionOf } from "./directions.ts";
import { languageOf, languageSpoken, speakLanguage, wantWords } from "./language.ts";
import { idOfSource, pluralSource } from "@yule/core";

const CARDS = { one: "# card", other: "# cards" };
const catalogues: Record<string, Record<string, string>> = {
  "/words/de/common.json": { [idOfSource("{0} of {1} are made")]: "Von {1} sind {0} fertig", [idOfSource(pluralSource(CARDS))]: "{0, plural, one {# Karte} other {# Karten}}" },
  "/words/de/bench.json": { [idOfSource("Pause")]: "Unterbrechen" },
  "/words/en/common.json": {
    [idOfSource("{0} of {1} are made")]: "{0} of {1} are made",
    [idOfSource("Leave it as it is, and go on with the next")]: "Leave it as it is, and go on with the next",
    [idOfSource(pluralSource(CARDS))]: pluralSource(CARDS),
  },
};
const { warn } = console;
const asked: string[] = [];
let warned: string[] = [];
beforeEach(() => {
  asked.length = 0;
  warned = [];
  // eslint-disable-next-line no-console -- what is noted for translators is listened to
  console.warn = (line: unknown) => void warned.push(String(line));
  global.fetch = ((path: string) => {
    asked.push(path);
    const found = catalogues[path];
    return Promise.resolve({ ok: found !== undefined, headers: { get: () => "application/json" }, json: () => Promise.resolve(found) });
  }) as unknown as typeof fetch;
});
afterEach(async () => {
  await speakLanguage("en");
  localStorage.clear();
  // eslint-disable-next-line no-console -- put back as it was
  console.warn = warn;
});
const made = (): string => t`${3} of ${"Night train"} are made`;

test("English asks for no catalogue at all", async () => {
  await speakLanguage("en");
  await wantWords("season");
  expect(asked).toEqual([]);
  expect(made()).toBe("3 of Night train are made");
});

test("another language is spoken when its sentences are there, with its own forms by number", async () => {
  await speakLanguage("de");
  expect(languageSpoken()).toBe("de");
  expect([made(), plural(1, CARDS), plural(3, CARDS)]).toEqual(["Von Night train sind 3 fertig", "1 Karte", "3 Karten"]);
});

test("a view's sentences come with the view, once", async () => {
  await speakLanguage("de");
  expect(t`Pause`).toBe("Pause");
  await wantWords("bench");
  await wantWords("bench");
  expect(t`Pause`).toBe("Unterbrechen");
  expect(asked.filter((path) => path === "/words/de/bench.json")).toHaveLength(1);
});

test("a sentence that is missing stays English and is noted once; so does a language that nobody knows", async () => {
  await speakLanguage("de");
  expect([t`Leave it`, t`Leave it`]).toEqual(["Leave it", "Leave it"]);
  expect(warned.filter((line) => line.includes('"Leave it"'))).toHaveLength(1);
  await speakLanguage("tlh");
  expect(made()).toBe("3 of Night train are made");
  expect(warned.some((line) => line.includes("No sentences of common in tlh"))).toBe(true);
});

test("the made-up languages keep every value and form: one longer and with signs, one turned round", async () => {
  await speakLanguage("en-XA");
  expect(made()).toMatch(/^3 óƒ.* Night train àŕé ɱ?ḿàđé/);
  expect(t`Leave it as it is, and go on with the next`.length).toBeGreaterThan("Leave it as it is, and go on with the next".length * 1.3);
  expect(plural(1, CARDS)).toMatch(/^1 çàŕđ/);
  await speakLanguage("ar-XB");
  expect(made()).toContain("\u202Eare\u202C \u202Emade\u202C");
  expect(made()).toContain("Night train");
});

test("a language is held up for a look without changing the shop", () => {
  expect(languageOf({ language: "en", country: "IE" })).toBe("en");
  localStorage.setItem("yule.words", "ar-XB");
  expect(languageOf({ language: "en", country: "IE" })).toBe("ar-XB");
  expect([directionOf("ar-XB"), directionOf("he"), directionOf("en-XA")]).toEqual(["rtl", "rtl", "ltr"]);
});

test("a shop in Ohio spells as it is spelled there, one in Cork and one in Toronto as they do; names stay as they are", async () => {
  expect(["US", "IE", "CA"].map((country) => languageOf({ language: "en", country }))).toEqual(["en-US", "en", "en"]);
  await speakLanguage("en-US");
  expect(t`Colour of ${"Grey Harbour"}: grey, ${3} centimetres`).toBe("Color of Grey Harbour: gray, 3 centimeters");
  expect(plural(2, { one: "# colour", other: "# colours" })).toBe("2 colors");
  expect(made()).toBe("3 of Night train are made");
  expect(languageSpoken()).toBe("en-US");
  await speakLanguage("en");
  expect(t`Colour`).toBe("Colour");
});
