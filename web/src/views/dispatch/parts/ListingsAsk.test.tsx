import { line, need, season } from "@yule/derive/examples";
import { listingsOf } from "@yule/derive";
import { cleanup, screen } from "@testing-library/react";
import Papa from "papaparse";
import { PretendServer, showScreen } from "../../../plan/testing.tsx";
import { listingsCsv } from "../listingsCsv.ts";
import ListingsAsk from "./ListingsAsk.tsx";

const listed = { ...need, kind: "shop listing" as const, title: "=Shop: boats", due: "2031-12-01", priceMinor: 1500, lines: [line("l", "blue", 3, 0)] };
const stock = [{ colourwayId: "blue", design: "Paper boat", colourway: "blue", cards: 4 }];
afterEach(cleanup);
const verdict = async (): Promise<string> => (await screen.findByRole("heading", { level: 1 })).textContent;

test("it says what is to be photographed next and how many may be sold; without the server that is not known", async () => {
  const outlook = season([listed]);
  // The pretend server knows a read by its first word.
  new PretendServer({ shop: { name: "Stall Door (simulated)", simulated: true, stock } });
  showScreen(<ListingsAsk outlook={outlook} />, { outlook });
  expect(await verdict()).toBe("Photograph =Shop: boats by Sat 29 Nov, and no card of it is made yet. Stall Door (simulated) may sell 4 cards.");
  cleanup();
  new PretendServer({});
  showScreen(<ListingsAsk outlook={outlook} />, { outlook });
  expect(await verdict()).toMatch(/How many may be sold is not known while the server is away\.$/);
});

test("without a listing it says what would stand here", async () => {
  const outlook = season([], []);
  new PretendServer({ shop: { name: "Stall Door (simulated)", simulated: true, stock: [] } });
  showScreen(<ListingsAsk outlook={outlook} />, { outlook });
  expect(await verdict()).toBe("Nothing is listed. Stall Door (simulated) may sell 0 cards.");
});

test("the file has a row for each colourway with text, size, price and stock, and runs no formula", () => {
  const [row] = Papa.parse<Record<string, string>>(listingsCsv(listingsOf(season([listed]), stock), "EUR").replace(/^\uFEFF/, ""), { header: true, skipEmptyLines: true }).data;
  expect(row).toMatchObject({ listing: "'=Shop: boats", variant: "blue", price: "5.00", stock: "4", "width mm": "140", "up by": "2031-12-01" });
  expect(row?.text).toMatch(/^Paper boat, blue: a greeting card painted by hand, each one a little different\. 140 × 140 mm/);
});
