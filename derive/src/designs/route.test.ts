import { newId } from "../exampleIds.ts";
import { design as example } from "../season/examples.ts";
import { findingsOf, mended, newStage, repairWords, stagesOf, type Stage } from "./route.ts";
import { TEMPLATES } from "./templates.ts";

let made = 0;
const stage = (technique: Parameters<typeof newStage>[1], part: Partial<Stage> = {}): Stage => ({ ...newStage(`s${String((made += 1))}`, technique), ...part });

test("every template begins with a route that breaks no rule of the craft", () => {
  for (const template of TEMPLATES) expect([template.key, findingsOf(template.make(newId).stages, []).map((finding) => finding.rule.id)]).toEqual([template.key, []]);
});

test("a stage from before techniques were told is understood by its name", () => {
  const old = stagesOf({ ...example, stages: example.stages.map((each) => ({ ...each, technique: null })) });
  expect(
    findingsOf(
      [
        { ...(old[2] ?? stage("mount")), name: "Letter", dry: 0 },
        { ...(old[0] ?? stage("wash")), name: "Sky wash" },
      ],
      [],
    ).map((finding) => finding.rule.id),
  ).toEqual(["words-after-water"]);
});

test("a repair says what it does, keeps each stage's own times and notes, and takes what it puts in from the library", () => {
  const letter = stage("letter", { name: "Letter", note: "0.3 mm" });
  const wash = stage("wash", { name: "Sky wash", hands: 7 });
  const [words] = findingsOf([letter, wash], []);
  if (!words?.repair) throw new Error("no repair");
  expect(repairWords(words.repair, [letter, wash])).toMatch(/^Move “(Letter|Sky wash)”/);
  expect(mended([letter, wash], words.repair, newId)).toEqual([wash, letter]);
  const [masked] = findingsOf([stage("mask"), wash], []);
  if (!masked?.repair) throw new Error("no repair");
  expect(repairWords(masked.repair, [wash])).toBe("Put in “Unmask”");
  expect(mended([stage("mask"), wash], masked.repair, newId)[2]).toMatchObject({ name: "Unmask", technique: "unmask", kind: "mask", dry: 0 });
});

test("a rule the shop does otherwise is not said", () => {
  const route = [stage("letter"), stage("wash")];
  expect(findingsOf(route, [{ rule: "words-after-water" }])).toEqual([]);
});
