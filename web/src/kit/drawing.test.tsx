import { act, type ReactElement } from "react";
import { createRoot } from "react-dom/client";
import { ScaleDrawing, DrawnWords } from "./drawing.tsx";

function drawn(what: ReactElement): Element {
  (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
  const host = document.createElement("div");
  act(() => createRoot(host).render(what));
  return host;
}

test("letters of a drawing have the size they are asked in", () => {
  const text = drawn(
    <svg>
      <DrawnWords x={300} y={400} size={4480} anchor="middle">
        left
      </DrawnWords>
    </svg>,
  ).querySelector("text");
  expect(text?.style.fontSize).toBe("4480px");
  expect([text?.getAttribute("x"), text?.getAttribute("text-anchor")]).toEqual(["300", "middle"]);
});

test("larger than a browser draws, they are scaled to their place, also where they stand on their side", () => {
  const text = drawn(
    <svg>
      <DrawnWords x={3} y={4} size={18_000} transform="rotate(-90)" strokeWidth={40} weight={700}>
        left
      </DrawnWords>
    </svg>,
  ).querySelector("text");
  expect(text?.style.fontSize).toBe("9000px");
  expect(text?.getAttribute("transform")).toBe("rotate(-90) translate(3 4) scale(2)");
  expect(text?.getAttribute("stroke-width")).toBe("20");
});

test("a drawing to scale tells the size of one pixel, and is a group where its parts can be taken", () => {
  const units: number[] = [];
  const svg = drawn(
    <ScaleDrawing width={96_000} height={64_000} margin={40} most={680} mostHeight={400} label="A sheet" role="group">
      {(unit) => {
        units.push(unit);
        return null;
      }}
    </ScaleDrawing>,
  ).querySelector("svg");
  // 64,000 units go into 320 pixels of height.
  expect(units).toEqual([200]);
  expect([svg?.getAttribute("role"), svg?.getAttribute("aria-label")]).toEqual(["group", "A sheet"]);
});
