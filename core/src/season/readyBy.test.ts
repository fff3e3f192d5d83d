import { day } from "../measure/day.ts";
import { readyByTerms } from "./readyBy.ts";

const terms = { kind: "order" as const, due: day("2032-03-01"), photoOn: null, liveBy: null };

test("a fair is ready the evening before, a listing on the day it is photographed, everything else on its day", () => {
  expect(readyByTerms(terms)).toBe("2032-03-01");
  expect(readyByTerms({ ...terms, kind: "fair" })).toBe("2032-02-29");
  expect(readyByTerms({ ...terms, kind: "shop listing" })).toBe("2032-03-01");
  expect(readyByTerms({ ...terms, kind: "shop listing", liveBy: day("2032-02-20") })).toBe("2032-02-20");
  expect(readyByTerms({ ...terms, kind: "shop listing", liveBy: day("2032-02-20"), photoOn: day("2032-02-18") })).toBe("2032-02-18");
  // Told the wrong way round, nothing is made later than it is due.
  expect(readyByTerms({ ...terms, kind: "shop listing", liveBy: day("2032-03-20") })).toBe("2032-03-01");
});
