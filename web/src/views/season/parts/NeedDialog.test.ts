import { faultLine } from "@yule/contract";
import { needOf } from "./NeedDialog.tsx";
import { sessionFaults } from "../../../features/sessions/SessionRows.tsx";

const colourways = [
  { id: "01936b5c-0000-7000-8000-000000000001", name: "blue" },
  { id: "01936b5c-0000-7000-8000-000000000002", name: "red" },
];
const form = {
  title: "Office",
  kind: "commission" as const,
  designId: "01936b5c-0000-7000-8000-000000000003",
  due: "2031-12-19",
  zone: "inland",
  quantities: ["8", "4"],
  price: "",
  deposit: "",
  proofWanted: false,
  neutral: "",
  setUp: "",
  table: "",
  occasion: "",
  photoOn: "",
  liveBy: "",
};

const manner = { system: "in", currency: "EUR" } as const;

test("a filled form becomes a need with a line per colourway that has cards", () => {
  const { need, faults } = needOf({ ...form, quantities: ["8", ""] }, colourways, manner);
  expect(faults).toEqual([]);
  expect(need).toMatchObject({ title: "Office", zone: "inland", lines: [{ colourwayId: colourways[0]?.id, quantity: 8 }] });
  expect(needOf({ ...form, zone: "" }, colourways, manner).need?.zone).toBeNull();
});

test.each([
  [{ quantities: ["2.5", "1"] }, "quantities.0", "cards, blue: given 2.5, allowed a whole number from 0 to 10000"],
  [{ quantities: ["-3", "1"] }, "quantities.0", "cards, blue: given -3, allowed a whole number from 0 to 10000"],
  [{ quantities: ["1", "many"] }, "quantities.1", "cards, red: given many, allowed a whole number from 0 to 10000"],
  [{ quantities: [] }, "quantities", "cards: given 0, allowed at least 1 in some colourway"],
  [{ title: "  " }, "title", 'title: given "  ", allowed at least 1 characters'],
  [{ due: "soon" }, "due", 'due: given "soon", allowed a day such as 2031-11-08'],
])("%j is told at its field", (wrong, field, message) => {
  const { need, faults } = needOf({ ...form, ...wrong }, colourways, manner);
  expect(need).toBeNull();
  expect(faults).toContainEqual({ field, message });
});

test("sessions are told by their day, in the maker's time", () => {
  const row = (weekday: number, from: number, to: number) => ({ id: colourways[0]?.id ?? "", weekday, from, to });
  expect(sessionFaults([row(2, 1170, 1260)])).toEqual([]);
  expect(sessionFaults([row(2, 1170, 1080)]).map((fault) => faultLine(fault))).toEqual(["Tuesday, to: given 18:00, allowed a time after the start"]);
  expect(sessionFaults([row(6, 540, 720), row(6, 700, 760)]).map((fault) => faultLine(fault))).toEqual([
    "Saturday, from: given 11:40, allowed a session that does not overlap another on its day",
  ]);
});

test("money and the fields of a kind are read, and belong to that kind alone", () => {
  const told = { ...form, quantities: ["8", ""], price: "12,5", deposit: "3", proofWanted: true, neutral: "2", setUp: "08:30", liveBy: "2031-12-01" };
  expect(needOf(told, colourways, manner).need).toMatchObject({ priceMinor: 1250, depositMinor: 300, proofWanted: true, neutralCards: 0, setUpFrom: null, liveBy: null });
  expect(needOf({ ...told, kind: "fair" }, colourways, manner).need).toMatchObject({ depositMinor: null, proofWanted: false, setUpFrom: 510 });
  expect(needOf({ ...told, kind: "mailing list" }, colourways, manner, [form.designId]).need).toMatchObject({ neutralCards: 2, householdIds: [form.designId] });
  expect(needOf({ ...told, kind: "fair", table: "6 ft", occasion: "yule" }, colourways, manner).faults).toContainEqual({
    field: "table",
    message: "table: given 6 ft, allowed a length such as 72 in",
  });
  expect(needOf({ ...told, kind: "fair", table: "180 cm", occasion: "yule" }, colourways, manner).need).toMatchObject({ tableLength: 576_000, occasion: "yule" });
  const listing = { ...form, kind: "shop listing" as const, photoOn: "2031-12-10", liveBy: "2031-12-05" };
  expect(needOf(listing, colourways, manner).faults).toEqual([
    { field: "photoOn", message: 'photographed on: given "2031-12-10", allowed a day not after 2031-12-05, when it is listed' },
  ]);
  expect(needOf({ ...listing, photoOn: "", liveBy: "2031-12-24" }, colourways, manner).faults[0]?.message).toContain("a day not after 2031-12-19, when it is due");
  expect(needOf({ ...form, price: "10", deposit: "12" }, colourways, manner).faults).toEqual([{ field: "deposit", message: "deposit: given 12, allowed at most the price, 10" }]);
  expect(needOf({ ...form, kind: "mailing list", neutral: "13" }, colourways, manner).faults[0]?.message).toBe(
    "neutral words: given 13, allowed at most 12, the cards of the need",
  );
  expect(needOf({ ...told, price: "a lot" }, colourways, manner).faults).toContainEqual({ field: "price", message: "price: given a lot, allowed an amount such as 12.50" });
});

test("a price is in the smallest unit of the shop's own currency: yen have no hundredths", () => {
  const yen = { system: "cm", currency: "JPY" } as const;
  expect(needOf({ ...form, price: "1250" }, colourways, yen).need?.priceMinor).toBe(1250);
  expect(needOf({ ...form, price: "12,50" }, colourways, manner).need?.priceMinor).toBe(1250);
  expect(needOf({ ...form, price: "12,505" }, colourways, manner).faults).toEqual([{ field: "price", message: "price: given 12,505, allowed an amount such as 12.50" }]);
  expect(needOf({ ...form, price: "12.50" }, colourways, yen).faults).toEqual([{ field: "price", message: "price: given 12.50, allowed an amount such as 13" }]);
});
