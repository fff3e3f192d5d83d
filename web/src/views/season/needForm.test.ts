import { faultLine, plainSpeech } from "@yule/contract";
import { day, mannerOf } from "@yule/core";
import type { FieldErrors } from "react-hook-form";
import { sessionFaults } from "../../features/sessions/SessionRows.tsx";
import { schemaResolver } from "../../kit/form/useSchemaForm.ts";
import { needForm, NOT_TOLD, type NeedTexts } from "./needForm.ts";
import { speakAs } from "../../kit/say.ts";

const design = {
  id: "01936b5c-0000-7000-8000-000000000003",
  colourways: [{ id: "01936b5c-0000-7000-8000-000000000001" }, { id: "01936b5c-0000-7000-8000-000000000002" }],
};
const form: NeedTexts = {
  title: "Office",
  kind: "commission",
  designId: design.id,
  due: "2031-12-19",
  zone: "inland",
  quantities: ["8", "4"],
  ...NOT_TOLD,
};

/** What the form would send, or what is said at each of its fields. */
async function readForm(texts: Partial<NeedTexts>, manner: { system: "in" | "cm"; currency: string } = { system: "in", currency: "EUR" }) {
  const schema = needForm({ designs: [design], today: day("2031-11-08"), manner });
  const { values, errors } = await schemaResolver(schema, plainSpeech)({ ...form, ...texts }, undefined, { fields: {}, shouldUseNativeValidation: false });
  return { need: values, said: saidIn(errors) };
}
function saidIn(errors: FieldErrors, above = ""): Record<string, string> {
  return Object.fromEntries(
    Object.entries(errors).flatMap(([field, error]) => {
      if (!error || field === "root" || field === "ref") return [];
      return "message" in error && typeof error.message === "string" ? [[above + field, error.message]] : Object.entries(saidIn(error as FieldErrors, `${above}${field}.`));
    }),
  );
}

test("a filled form becomes a need with a line per colourway that has cards", async () => {
  const { need, said } = await readForm({ quantities: ["8", ""] });
  expect(said).toEqual({});
  expect(need).toMatchObject({ title: "Office", zone: "inland", lines: [{ colourwayId: design.colourways[0]?.id, quantity: 8 }] });
  expect((await readForm({ zone: "" })).need).toMatchObject({ zone: null });
});

test.each([
  [{ quantities: ["2.5", "1"] }, "quantities.0", "2.5 does not fit. Give a whole number from 0 to 10000."],
  [{ quantities: ["-3", "1"] }, "quantities.0", "-3 does not fit. Give a whole number from 0 to 10000."],
  [{ quantities: ["1", "many"] }, "quantities.1", "many does not fit. Give a whole number from 0 to 10000."],
  [{ title: "  " }, "title", "Give it a name."],
  [{ due: "soon" }, "due", "soon does not fit. Give a day such as 2031-11-08."],
  [{ due: "2031-11-07" }, "due", "2031-11-07 has passed. Choose today or later."],
])("%j is told at its field, and nothing is sent", async (wrong, field, message) => {
  const { need, said } = await readForm(wrong);
  expect(need).toEqual({});
  expect(said).toEqual({ [field]: message });
});

test("all that is wrong is told at once", async () => {
  expect(Object.keys((await readForm({ title: "", quantities: ["", ""], priceMinor: "a lot" })).said).sort()).toEqual(["priceMinor", "quantities", "title"]);
});

test("sessions are told by their day, in the maker's time", () => {
  const row = (weekday: number, from: number, to: number) => ({ id: design.id, weekday, from, to });
  expect(sessionFaults([row(2, 1170, 1260)])).toEqual([]);
  expect(sessionFaults([row(2, 1170, 1080)]).map((fault) => faultLine(fault))).toEqual(["Tuesday, to: given 18:00, allowed a time after the start"]);
  expect(sessionFaults([row(6, 540, 720), row(6, 700, 760)]).map((fault) => faultLine(fault))).toEqual([
    "Saturday, from: given 11:40, allowed a session that does not overlap another on its day",
  ]);
  // What is no time is not taken for the time before it.
  expect(sessionFaults([row(2, 1170, Number.NaN)]).map((fault) => faultLine(fault))).toEqual(["Tuesday, to: given no time, allowed a time such as 19:30"]);
});

test("money and the fields of a kind are read, and belong to that kind alone", async () => {
  const told = { quantities: ["8", ""], priceMinor: "12,5", depositMinor: "3", proofWanted: true, neutralCards: "2", setUpFrom: "08:30", liveBy: "2031-12-01" };
  expect((await readForm(told)).need).toMatchObject({
    priceMinor: 1250,
    depositMinor: 300,
    proofWanted: true,
    neutralCards: 0,
    setUpFrom: null,
    liveBy: null,
    allHouseholds: false,
  });
  expect((await readForm({ ...told, kind: "fair", neutralCards: "many" })).need).toMatchObject({ depositMinor: null, proofWanted: false, setUpFrom: 510 });
  expect((await readForm({ ...told, kind: "mailing list" })).need).toMatchObject({ neutralCards: 2, allHouseholds: true });
  const fair = { ...told, kind: "fair", occasion: "yule" } as const;
  expect((await readForm({ ...fair, tableLength: "6 ft" })).said).toEqual({ tableLength: "6 ft does not fit. Give a length such as 72 in." });
  expect((await readForm({ ...fair, tableLength: "180 cm" })).need).toMatchObject({ tableLength: 576_000, occasion: "yule" });
  const listing = { kind: "shop listing", photoOn: "2031-12-10", liveBy: "2031-12-05" } as const;
  expect((await readForm(listing)).said).toEqual({ photoOn: "2031-12-10 does not fit. Give a day not after 2031-12-05, when it is listed." });
  expect((await readForm({ ...listing, photoOn: "", liveBy: "2031-12-24" })).said.liveBy).toContain("a day not after 2031-12-19, when it is due");
  expect((await readForm({ priceMinor: "10", depositMinor: "12" })).said).toEqual({ depositMinor: "12 is too much. Give at most the price, 1000." });
  expect((await readForm({ kind: "mailing list", neutralCards: "13" })).said).toEqual({ neutralCards: "13 is too much. Give at most 12, the cards of the need." });
  expect((await readForm({ ...told, priceMinor: "a lot" })).said).toEqual({ priceMinor: "a lot does not fit. Give an amount such as 12.50." });
});

test("a price is in the smallest unit of the shop's own currency: yen have no hundredths", async () => {
  const yen = { system: "cm", currency: "JPY" } as const;
  expect((await readForm({ priceMinor: "1250" }, yen)).need).toMatchObject({ priceMinor: 1250 });
  expect((await readForm({ priceMinor: "12,50" })).need).toMatchObject({ priceMinor: 1250 });
  // One thousand and something where the comma stands between thousands, half a cent where it is the decimal sign.
  expect((await readForm({ priceMinor: "12,505" })).need).toMatchObject({ priceMinor: 1_250_500 });
  speakAs(mannerOf("DE"));
  expect((await readForm({ priceMinor: "12,505" })).said).toEqual({ priceMinor: "12,505 does not fit. Give an amount such as 12,50." });
  expect((await readForm({ priceMinor: "1.234,50" })).need).toMatchObject({ priceMinor: 123_450 });
  speakAs(mannerOf("GB"));
  expect((await readForm({ priceMinor: "12.50" }, yen)).said).toEqual({ priceMinor: "12.50 does not fit. Give an amount such as 13." });
});
