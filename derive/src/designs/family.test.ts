import type { DesignsRead, HouseholdRead, OwnOccasionRead } from "@yule/contract";
import { day } from "@yule/core";
import { design, houseTo } from "../season/examples.ts";
import type { NeedView } from "../season/needView.ts";
import { familiesOf, memberOf, wallGaps, wantedIn } from "./family.ts";

const household = (more: Partial<HouseholdRead>): HouseholdRead => houseTo("h", { name: "Aske", ...more });
const birthday: OwnOccasionRead = {
  id: "b",
  version: 1,
  title: "Ida's birthday",
  kind: "birthday",
  year: null,
  since: null,
  month: 12,
  date: 19,
  householdId: null,
  weeksAhead: 0,
};
const needFor = (id: string, occasion: string | null, neutralCards = 0) => ({ need: { id, occasion, neutralCards } }) as unknown as NeedView;
const season = (more: { occasionsBefore?: string[]; needs?: NeedView[]; households?: HouseholdRead[]; ownOccasions?: OwnOccasionRead[] }) => ({
  today: day("2031-11-08"),
  needs: more.needs ?? [],
  occasionsBefore: more.occasionsBefore ?? [],
  ownOccasions: more.ownOccasions ?? [],
  dispatch: { households: more.households ?? [] } as never,
});
const says = (more: Parameters<typeof season>[0]) => wantedIn(season(more)).map((wanted) => wanted.says);

test("who cards are wanted for: each occasion once, neutral words, what a household will not have, a child by its age", () => {
  expect(says({ needs: [needFor("a", "yule"), needFor("b", "Yule"), needFor("c", null)] })).toEqual(["Yule"]);
  expect(says({ needs: [needFor("a", "New Year", 2)] })).toEqual(["New Year", "New Year, with neutral words"]);
  expect(
    says({
      needs: [needFor("a", "yule")],
      households: [
        household({ likes: [], language: "en", sentOn: null, needIds: ["a"], without: ["flowers"] }),
        household({ likes: [], language: "en", sentOn: null, needIds: ["z"], neutral: true }),
      ],
    }),
  ).toEqual(["Yule", "Yule without flowers, for Aske"]);
  expect(
    says({
      ownOccasions: [
        { ...birthday, since: 2022 },
        { ...birthday, since: 1980 },
      ],
    }),
  ).toEqual(["Ida's birthday, 9 years old", "a birthday"]);
});

test("a design is told by its traits, and by what follows from its stack, its route and its words", () => {
  const member = memberOf({ ...design, method: "tape", traits: { ...design.traits, light: "left", suits: ["Thank you"] } }, new Map());
  expect(member).toMatchObject({ light: "left", border: "white", margin: 12.7, suits: ["thank-you"], lettering: null, neutral: false, size: { width: 139.7, height: 139.7 } });
  const words = {
    id: "w",
    version: 1,
    text: "Fair winds",
    occasion: null,
    recipient: "",
    tone: "plain",
    language: "en",
    neutral: true,
    means: "stamp",
    width: 1,
    height: 1,
  } as const;
  const carried = { ...design, words: { zones: [], front: { sentimentId: "w", zoneId: "z" }, inside: [] } };
  expect(memberOf(carried, new Map([["w", words]]))).toMatchObject({ lettering: "stamped", neutral: true });
});

test("the wall leaves out what is put away, and names what nothing serves with the card that comes nearest", () => {
  const read: DesignsRead = {
    series: [{ id: "s", version: 1, name: "Shore", palette: "cool", ties: { alternate: false, recurring: "", off: [] } }],
    designs: [
      { ...design, traits: { ...design.traits, suits: ["yule"], elements: 2 } },
      { ...design, id: "old", archived: true, traits: { ...design.traits, suits: ["wedding"] } },
    ],
    sentiments: [],
  };
  const [family] = familiesOf(read);
  expect(family?.designs.map((each) => each.id)).toEqual([design.id]);
  expect(family?.check.findings.map((finding) => finding.rule)).toEqual(["odd"]);
  expect(wallGaps(read, wantedIn(season({ needs: [needFor("a", "wedding")] })))).toMatchObject([{ wanted: { says: "Wedding" }, lacks: "not for wedding", nearest: design.id }]);
});
