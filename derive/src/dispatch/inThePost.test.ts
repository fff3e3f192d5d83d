import { mm, money, type Transit } from "@yule/core";
import { design, need, season } from "../season/examples.ts";
import { letterOf } from "./letterSize.ts";
import { inThePost } from "./inThePost.ts";

const line = (service: string, price: number, thick: number): Transit => ({ zone: "inland", service, workingDays: 2, price: money(price), mostGrams: 500, mostThick: mm(thick) });
const as = (thickness: number) => {
  const made = { ...design, stack: { ...design.stack, thickness: mm(thickness) } };
  const base = season([{ ...need, zone: "inland" as const, households: 6 }], [], { designs: [made] });
  return inThePost(made, { ...base, dispatch: { ...base.dispatch, carrier: { ...base.dispatch.carrier, table: [line("Letter", 125, 5), line("Parcel", 480, 100)] } } });
};

test("a flat card goes by the cheapest service, and nothing is to be saved on it", () => {
  expect(as(1)).toMatchObject({ way: { service: "Letter" }, flatSaves: null });
});

test("what makes a card thick is priced on each, and on all that are owed by post", () => {
  expect(as(20)).toMatchObject({ way: { service: "Parcel" }, flatSaves: { each: 355, all: 6 * 355, letters: 6 } });
});

test("what was weighed goes before what its parts come to", () => {
  const heavy = { ...design, weighed: 501 };
  const base = season([need], [], { designs: [heavy] });
  const light = letterOf({ ...design, weighed: null }, base.stores);
  expect(light.grams).toBeLessThan(60);
  expect(letterOf(heavy, base.stores)).toEqual({ ...light, grams: 501 });
  const table = [line("Letter", 125, 50)];
  expect(inThePost(heavy, { ...base, dispatch: { ...base.dispatch, carrier: { ...base.dispatch.carrier, table } } }).way).toBeNull();
});

test("what no service takes is said, and no saving is made up", () => {
  expect(as(200)).toMatchObject({ way: null, flatSaves: null });
});
