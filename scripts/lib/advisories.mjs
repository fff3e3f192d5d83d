/**
 * What the registry says of known holes in the packages that are shipped.
 * @param {string} told what `npm audit --json` printed
 * @returns {{ isAsked: boolean, serious: readonly string[] }} `isAsked` is false where the registry gave no answer: then nothing is known, and nothing is claimed
 */
export function advisoriesIn(told) {
  let report;
  try {
    report = JSON.parse(told);
  } catch {
    return { isAsked: false, serious: [] };
  }
  if (typeof report?.metadata?.vulnerabilities !== "object") return { isAsked: false, serious: [] };
  const found = Object.values(report.vulnerabilities ?? {});
  return { isAsked: true, serious: found.filter(({ severity }) => severity === "high" || severity === "critical").map(({ name, severity }) => `${name}: ${severity}`) };
}
