import { mm, money, type Transit } from "@yule/core";
import { design, need, season } from "@yule/derive/examples";
import { cleanup, screen } from "@testing-library/react";
import { showScreen } from "../../../plan/testing.tsx";
import { InThePostLine } from "./InThePostLine.tsx";

afterEach(cleanup);
const line = (service: string, price: number, thick: number): Transit => ({ zone: "inland", service, workingDays: 2, price: money(price), mostGrams: 500, mostThick: mm(thick) });
function show(thickness: number): string {
  const made = { ...design, stack: { ...design.stack, thickness: mm(thickness) } };
  const base = season([{ ...need, zone: "inland" as const, households: 6 }], [], { designs: [made] });
  const outlook = { ...base, dispatch: { ...base.dispatch, carrier: { ...base.dispatch.carrier, name: "Ternpost", table: [line("Letter", 125, 5), line("Parcel", 480, 100)] } } };
  showScreen(<InThePostLine design={made} outlook={outlook} />, { outlook });
  return screen.getByText(/^In its envelope/).textContent;
}

test("a flat card says how it goes; a thick one what a flat one would save on each and on all that are owed; what nothing takes is said", () => {
  expect(show(1)).toMatch(/is reckoned to weigh \d+ g, and goes as Letter for €1\.25\.$/);
  cleanup();
  expect(show(20)).toMatch(/goes as Parcel for €4\.80\. Flat, with pen dots instead of gems or foam, each would cost €3\.55 less: €21\.30 on the 6 that are owed by post\.$/);
  cleanup();
  expect(show(200)).toMatch(/no service of Ternpost takes it\. Make it thinner or lighter\.$/);
});
