import { eventPhrase, phraseText, type EventFacts, type EventTold } from "../index.ts";

const words = <Kind extends keyof EventFacts>(kind: Kind, facts: EventFacts[Kind]): string => phraseText(eventPhrase({ kind, facts } as EventTold));

test("each event reads by its values", () => {
  expect(words("count-store", { name: "Cotton", onHand: 3, inBooks: 5 })).toBe("Cotton counted: 3 on the shelf, 5 in the books");
  expect(words("change-store", { name: "Bowl", hex: null })).toBe("Bowl is of no told colour");
  expect(words("change-store", { name: "Pan", holdsMasking: false })).toBe("Pan lets go of masking fluid");
  expect(words("add-design", { name: "Moth", colourways: 1, stages: 4 })).toBe("Design Moth with 1 colourway and 4 stages");
  expect(
    words("grade-panels", {
      grades: [
        { grade: "good", count: 4 },
        { grade: "stash", count: 1 },
      ],
    }),
  ).toBe("Inspected: 4 good, 1 stash");
  expect(words("assemble-cards", { title: "Quay fair", cards: 1 })).toBe("1 card assembled for Quay fair");
  expect(words("change-household", { name: "Fern", neutral: true, without: ["glitter"] })).toBe("Fern: neutral words, no glitter");
  expect(words("post-need", { title: "Quay fair", service: null, on: "2031-11-20" })).toBe("Quay fair handed over on 2031-11-20");
  expect(words("tell-bench", { stage: "Wash", what: "heated", panels: [1, 2] })).toBe("Wash dried with heat: panels 1, 2");
  expect(words("tell-session", { what: "closed", note: "", sum: { moved: 1, planned: null, spoilt: 2, reasons: ["fell", "ran"] } })).toBe(
    "Session closed, 1 panel moved on, 2 spoilt (fell, ran)",
  );
  expect(words("change-need", { title: "Quay fair", changed: {} })).toBe("Quay fair changed");
  expect(words("change-need", { title: "Quay fair", changed: { due: "2031-12-01", service: null, skipped: 0 } })).toBe(
    "Quay fair changed: now due 2031-12-01, posted the cheapest way in time, with its whole route",
  );
  expect(words("set-shop", { lengthSystem: "cm", lateAfter: 1290, dryingPlaces: null, rulesOff: 1 })).toBe(
    "The shop was set: lengths in centimetres, late at night after 21:30, places to dry are not counted, 1 rule of the route done otherwise",
  );
  expect(words("remove-session-change", { what: "busy", who: "maker", title: "Dentist", first: "2031-11-10", last: "2031-11-11", from: 600, to: 660 })).toBe(
    "No longer: Busy 2031-11-10 to 2031-11-11, 10:00 to 11:00: Dentist",
  );
  expect(words("pin-session", { day: "2031-11-13" })).toBe("The session on 2031-11-13 stays as it is planned");
  expect(words("unpin-session", { day: "2031-11-13" })).toBe("The session on 2031-11-13 may be planned anew");
});

test("values are printed by whoever reads: a day is her day", () => {
  const said = phraseText(eventPhrase({ kind: "post-need", facts: { title: "Quay fair", service: "Letter", on: "2031-11-20" } }), (value) => ("day" in value ? "Thu 20 Nov" : "?"));
  expect(said).toBe("Quay fair posted by Letter on Thu 20 Nov");
});

test("what was split says what left the shelf, what came of it, and what was lost", () => {
  const facts = { panels: 3, titles: ["Harbour office", "Quay fair"], taken: [{ name: "Cotton", sheets: 1 }], offcutsUsed: 2, spoilt: 1, offcutsKept: 1, what: "split" as const };
  expect(words("split-sheets", facts)).toBe("1 × Cotton, 2 offcuts split into 3 panels for Harbour office, Quay fair, 1 spoilt in the splitting, 1 offcut kept");
  expect(words("split-sheets", { ...facts, taken: [], offcutsUsed: 0, spoilt: 0, offcutsKept: 0 })).toBe("Paper split into 3 panels for Harbour office, Quay fair");
  expect(words("split-sheets", { ...facts, panels: null, what: "cut apart", spoilt: 0 })).toBe("Taped sheets cut apart, 1 offcut kept");
});

test("taking back names what it takes back; rows of before values were kept read as they were written", () => {
  const bought: EventTold = { kind: "buy-store", facts: { name: "Cotton", quantity: 4 } };
  expect(words("undo", { of: bought, again: false })).toBe("Undone: 4 × Cotton bought");
  expect(words("undo", { of: bought, again: true })).toBe("Done again: 4 × Cotton bought");
  expect(words("undo", { of: { kind: "older", words: "Words: for a quiet winter" }, again: false })).toBe("Undone: Words: for a quiet winter");
});
