import { advisoriesIn } from "./advisories.mjs";

const report = (vulnerabilities: Record<string, { name: string; severity: string }>): string => JSON.stringify({ metadata: { vulnerabilities: { high: 1 } }, vulnerabilities });

test("serious advisories are named; moderate ones pass", () => {
  const told = report({ koa: { name: "koa", severity: "high" }, yauzl: { name: "yauzl", severity: "moderate" }, pg: { name: "pg", severity: "critical" } });
  expect(advisoriesIn(told)).toEqual({ isAsked: true, serious: ["koa: high", "pg: critical"] });
  expect(advisoriesIn(report({}))).toEqual({ isAsked: true, serious: [] });
});

test("where the registry gave no answer nothing is claimed", () => {
  for (const told of ["", "<html>", JSON.stringify({ statusCode: 405, error: { summary: "" } })]) expect(advisoriesIn(told)).toEqual({ isAsked: false, serious: [] });
});
