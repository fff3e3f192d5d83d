import { lengthOfUnits, mm, type Length } from "@yule/core";
import { cleanup, render } from "@testing-library/react";
import { DimensionLine } from "./drawing.tsx";
import { MannerProvider } from "./measure.tsx";

afterEach(cleanup);
const measure = (of: Length, system: "in" | "cm"): string => {
  const { container } = render(
    <MannerProvider value={{ system, currency: "EUR" }}>
      <svg>
        <DimensionLine axis="x" from={0} to={of} at={0} text="measure" of={of} unit={100} />
      </svg>
    </MannerProvider>,
  );
  return `${container.querySelector("title")?.textContent ?? ""}|${container.querySelector(".in-print")?.textContent ?? ""}`;
};

test("a rounded measure tells its exact centimetres; one that is exact tells nothing", () => {
  expect(measure(mm(210), "in")).toBe("exactly 21 cm| (21 cm)");
  expect(measure(lengthOfUnits(8128 * 3 + 1), "in")).toBe("exactly 7.62 cm| (7.62 cm)");
  cleanup();
  expect(measure(lengthOfUnits(8128 * 3), "in")).toBe("|");
  expect(measure(mm(210), "cm")).toBe("|");
});
