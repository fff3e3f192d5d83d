import { line, need, season } from "../season/examples.ts";
import { listingsOf } from "./listings.ts";

const listed = { ...need, kind: "shop listing" as const, title: "Shop: boats", due: "2031-12-01", lines: [line("l", "blue", 3, 2)] };
const stock = [{ colourwayId: "blue", design: "Paper boat", colourway: "blue", cards: 4 }];

test("a listing is photographed two days before it is up where nobody told another day, then put up", () => {
  expect(listingsOf(season([listed]), stock)[0]).toMatchObject({ next: { what: "photograph", by: "2031-11-29" }, made: 2, variants: [{ name: "blue", cards: 4 }] });
  expect(listingsOf(season([{ ...listed, photoOn: "2031-11-07", liveBy: "2031-11-20" }]), stock)[0]?.next).toEqual({ what: "put up", by: "2031-11-20" });
});

test("what is up has nothing next; what came of it is told, it is no listing any more; one that nobody stocks may sell none", () => {
  expect(listingsOf(season([{ ...listed, postedOn: "2031-11-05" }]), stock)[0]?.next).toBeNull();
  expect(listingsOf(season([{ ...listed, lines: [{ ...line("l", "blue", 3, 3), sold: 2, given: 0, leftOver: 1 }] }]), stock)).toEqual([]);
  expect(listingsOf(season([listed]), [])[0]?.variants[0]?.cards).toBe(0);
});
