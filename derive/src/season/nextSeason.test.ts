import { line, need, season } from "./examples.ts";
import { copiesOf, firstEdit, proposals, untold } from "./nextSeason.ts";

let made = 0;
const makeId = (): string => `01936b5c-0000-7000-8000-${String((made += 1)).padStart(12, "0")}`;
const fair = { ...need, id: "fair", kind: "fair" as const, title: "Quay fair", zone: null, due: "2031-11-15", tableLength: 576_000, setUpFrom: 480 };

test("fairs, listings and lists are offered again, orders are not, and what is copied is not offered twice", () => {
  const outlook = season([need, fair, { ...fair, id: "shop", kind: "shop listing", copiedFrom: null }, { ...fair, id: "list", kind: "mailing list" }]);
  expect(proposals(outlook).map((each) => each.view.need.id)).toEqual(["fair", "shop", "list"]);
  const again = season([fair, { ...fair, id: "next", due: "2032-11-13", copiedFrom: "fair" }]);
  expect(proposals(again).map((each) => each.view.need.id)).toEqual(["next"]);
});

test("a copy keeps what its kind has, names what it was copied from, and leaves out a colourway set to nothing", () => {
  const two = { ...fair, lines: [line("a", "blue", 6), { ...line("b", "red", 4, 4), sold: 4, given: 0, leftOver: 0 }] };
  const outlook = season([two]);
  const [proposal] = proposals(outlook);
  if (!proposal) throw new Error("nothing offered");
  expect(proposal.carried.lines.map((each) => each.why)).toEqual(["untold", "all gone"]);
  const { needs, faults } = copiesOf([{ proposal, edited: { ...firstEdit(proposal), quantities: ["", "6"] } }], outlook, makeId);
  expect(faults).toEqual([]);
  expect(needs[0]).toMatchObject({ title: "Quay fair", due: "2032-11-13", tableLength: 576_000, setUpFrom: 480, copiedFrom: "fair", lines: [{ colourwayId: "red", quantity: 6 }] });
});

test("a day that is past, no cards at all and words for a number are each told with the need they stand in", () => {
  const outlook = season([fair]);
  const [proposal] = proposals(outlook);
  if (!proposal) throw new Error("nothing offered");
  const faults = (edited: { due: string; quantities: string[] }) => copiesOf([{ proposal, edited }], outlook, makeId).faults;
  expect(faults({ due: "2031-01-01", quantities: ["3"] })).toEqual(["Quay fair, day: given 2031-01-01, allowed today, 2031-11-08, or later"]);
  expect(faults({ due: "2032-11-13", quantities: [""] })).toEqual(["Quay fair, cards: given 0, allowed at least 1 in some colourway"]);
  expect(faults({ due: "2032-11-13", quantities: ["some"] })[0]).toBe("Quay fair, cards: given some, allowed a whole number from 0 to 10000");
});

test("of fairs and listings that are over it is asked what came of them, once", () => {
  const over = { ...fair, lines: [line("a", "blue", 6, 6)], postedOn: "2031-11-07" };
  expect(untold(season([over, need])).map((view) => view.need.id)).toEqual(["fair"]);
  expect(untold(season([{ ...over, lines: [{ ...line("a", "blue", 6, 6), sold: 6, given: 0, leftOver: 0 }] }]))).toEqual([]);
});
