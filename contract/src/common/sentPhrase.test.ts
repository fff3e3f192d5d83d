import { phrase, translateBy, type Day } from "@yule/core";
import { howMany, phraseSaid, phraseText, plainSpeech, receivedPhrase, sentFault, sentPhrase, receivedFault } from "../index.ts";

const overTheWire = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const german: Readonly<Record<string, string>> = {
  "at most {0}, of which {1} are dry": "höchstens {0}, davon {1} trocken",
  "{0, plural, one {# sheet} other {# sheets}}": "{0} Bogen",
  "a day from {0} on": "ein Tag ab {0}",
};
afterEach(() => translateBy(null));
const speakGerman = (): void => translateBy((source, values) => german[source]?.replace(/\{(\d)\}/g, (_, at: string) => String(values[Number(at)])) ?? null);

test("a phrase that came over the wire is found in the catalogue, with the phrases in it", () => {
  const received = receivedPhrase(overTheWire(sentPhrase(phrase`at most ${howMany(3, "sheet")}, of which ${2} are dry`)));
  expect(phraseText(received)).toBe("at most 3 sheets, of which 2 are dry");
  expect(phraseSaid(received, plainSpeech)).toBe("at most 3 sheets, of which 2 are dry");
  speakGerman();
  expect(phraseSaid(received, plainSpeech)).toBe("höchstens 3 Bogen, davon 2 trocken");
});

test("a fault keeps its values for the reader's own units, in any language", () => {
  const { allowed } = receivedFault(overTheWire(sentFault({ code: "past", path: ["due"], given: ["then"], allowed: phrase`a day from ${{ day: "2031-11-20" as Day }} on` })));
  speakGerman();
  expect(phraseSaid(allowed, (value) => ("day" in value ? "20. Nov" : "?"))).toBe("ein Tag ab 20. Nov");
});

test("what was written as nothing is read by its parts", () => {
  expect(receivedPhrase(overTheWire(sentPhrase(["as it is"])))).toEqual(["as it is"]);
});
