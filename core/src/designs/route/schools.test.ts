import fc from "fast-check";
import { checkRoute, mendRoute } from "./check.ts";
import { compareSchools, inSchool, schoolOf, SCHOOLS, type TimedStage } from "./schools.ts";
import { techniqueOf, TECHNIQUES, type TechniqueId } from "./techniques.ts";

const ground = { holdsMasking: false };
let made = 0;
const makeId = () => `new ${String((made += 1))}`;
const routeOf = (...ids: TechniqueId[]): TimedStage[] =>
  ids.map((id, index) => {
    const { name, hands, setup, dry, within } = techniqueOf(id);
    return { id: String(index), name, technique: id, hands, setup, dry, within };
  });
const masked = routeOf("sketch", "mask", "wash", "unmask", "shadow", "flatten", "letter", "score", "fold", "mount");
const ids = (route: readonly TimedStage[]) => route.map((stage) => stage.technique);

test("a masked route painted round has no masks and slower washes; in opaque white the lights come on top", () => {
  expect(schoolOf(masked)).toBe("masking");
  const round = inSchool(masked, "painting round", ground, makeId);
  expect(ids(round)).toEqual(["sketch", "wash", "shadow", "flatten", "letter", "score", "fold", "mount"]);
  expect(round[1]?.hands).toBe(3);
  const white = inSchool(masked, "opaque white", ground, makeId);
  expect(ids(white)).toContain("white");
  expect(ids(white).indexOf("white")).toBeGreaterThan(ids(white).indexOf("shadow"));
  expect(ids(white)).not.toContain("mask");
});

test("the three side by side: masking waits longest, painting round takes most hands at its washes, its own school is first", () => {
  const schools = compareSchools(masked, ground, makeId);
  expect(schools.map((each) => each.school)).toEqual(["masking", "painting round", "opaque white"]);
  const [masking, round, white] = schools;
  expect(masking?.drying).toBeGreaterThan(white?.drying ?? 0);
  expect(round?.drying).toBeLessThan(white?.drying ?? 0);
  expect(schools.map((each) => each.uses)).toEqual([["mask"], [], ["white"]]);
  expect(schools.every((each) => each.breaks === 0)).toBe(true);
});

test("a paper that holds masking fluid makes masking the greater risk", () => {
  const risk = (holdsMasking: boolean) => compareSchools(masked, { holdsMasking }, makeId).find((each) => each.school === "masking")?.spoiltInHundred ?? 0;
  expect(risk(true)).toBeGreaterThan(risk(false));
});

test("whatever the route that is in order, another school keeps its other stages and breaks nothing that spoils", () => {
  const technique = fc.constantFrom(...TECHNIQUES.map((each) => each.id).filter((id) => !["mask", "film-mask", "unmask", "white"].includes(id)));
  fc.assert(
    fc.property(fc.uniqueArray(technique, { minLength: 3, maxLength: 9 }), fc.constantFrom(...SCHOOLS), (techniques, school) => {
      const route = mendRoute(routeOf(...techniques, "wash"), ground, makeId).map((stage): TimedStage => ({ hands: 1, setup: 1, ...stage }));
      fc.pre(checkRoute(route, ground).length === 0 && !route.some((stage) => stage.technique === "heat"));
      const other = inSchool(route, school, ground, makeId);
      for (const stage of route) expect(other.map((each) => each.technique)).toContain(stage.technique);
      const spoils = (stages: readonly TimedStage[]) => checkRoute(stages, ground).filter((finding) => finding.rule.severity === "spoils").length;
      expect(spoils(other)).toBe(0);
    }),
    { numRuns: 60 },
  );
});
