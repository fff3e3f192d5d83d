import fc from "fast-check";
import { checkRoute, mendRoute, ROUTE_RULES } from "./check.ts";
import { repaired, type RouteGround, type RouteStage } from "./model.ts";
import { techniqueNamed, techniqueOf, TECHNIQUES, type TechniqueId } from "./techniques.ts";

const PLAIN: RouteGround = { holdsMasking: false };

/** A route of techniques with their everyday times; `wash:0` dries for no minute, `drop-in:35@8` has a window of 8. */
const route = (words: string): RouteStage[] =>
  words.split(" ").map((word, index): RouteStage => {
    const [, id = "", dry, within] = /^([a-z-]+)(?::(\d+))?(?:@(\d+))?$/.exec(word) ?? [];
    const technique = techniqueOf(id as TechniqueId);
    return {
      id: `${id}${String(index)}`,
      name: technique.name,
      technique: technique.id,
      dry: dry === undefined ? technique.dry : Number(dry),
      within: within === undefined ? technique.within : Number(within),
    };
  });
const words = (stages: readonly RouteStage[]): string => stages.map((stage) => stage.technique).join(" ");
const broken = (text: string, ground = PLAIN): string[] => checkRoute(route(text), ground).map((finding) => finding.rule.id);

test("routes as the craft does them break no rule", () => {
  for (const good of [
    "sketch mask wash:6 drop-in:35@8 unmask glaze details dots flatten letter inside-words score fold mat mount glitter gems",
    "tape guides trace wash shapes shadow untape cut-apart flatten letter score fold mount",
    "stamp wash shapes shadow re-stamp flatten stamp-words score fold mat mount twine",
    "sketch wet:0 wash:4 bloom:35@5 glaze splatter white flatten letter score fold mount",
    "sketch ink wash shadow border flatten letter score fold mount",
    "sketch wash shapes shadow white metallic flatten scan print",
  ])
    expect([good, broken(good)]).toEqual([good, []]);
});

test.each([
  ["mask-on-dry", "wash:0 mask glaze unmask flatten", "wash mask glaze unmask flatten"],
  ["mask-sets", "mask:0 wash unmask flatten", "mask wash unmask flatten"],
  ["no-heat-on-mask", "mask wash heat unmask flatten", "mask wash unmask heat flatten"],
  ["unmask-follows", "mask wash glaze flatten mount", "mask wash glaze unmask flatten mount"],
  ["unmask-follows", "unmask mask wash flatten", "mask wash unmask flatten"],
  ["unmask-dry", "mask wash:5 unmask flatten", "mask wash unmask flatten"],
  ["mask-overnight", "mask wash flatten unmask", "mask wash unmask flatten"],
  ["details-after-unmask", "mask wash dots unmask flatten", "mask wash unmask dots flatten"],
  ["mask-wanted", "mask unmask wash flatten", "mask wash unmask flatten"],
  ["mask-wanted", "wash mask unmask flatten", "wash flatten"],
  ["unmask-something", "wash unmask flatten", "wash flatten"],
  ["drop-in-follows-wash", "wash:6 dots drop-in:35@8 flatten", "wash drop-in dots flatten"],
  ["drop-in-follows-wash", "sketch drop-in:35@8 flatten", "sketch wet drop-in flatten"],
  ["wash-settles-briefly", "wash:30 drop-in:35@8 flatten", "wash drop-in flatten"],
  ["glaze-on-dry", "wash:5 glaze flatten", "wash glaze flatten"],
  ["neighbours-dry", "shapes:5 shadow", "shapes shadow"],
  ["details-on-dry", "wash:2 details", "wash details"],
  ["ink-on-dry", "wash:2 ink", "wash ink"],
  ["stamp-on-dry", "wash:5 stamp-words", "wash stamp-words"],
  ["sponge-on-dry", "shapes:4 sponge", "shapes sponge"],
  ["lift-before-glaze", "wash glaze lift flatten", "wash lift glaze flatten"],
  ["heat-on-puddle", "wash:4 drop-in:0@8 heat", "wash drop-in heat"],
  ["wet-then-paint", "wet:0 guides wash", "guides wet wash"],
  ["running-ink-last", "running-ink wash", "wash running-ink"],
  ["pencil-first", "wash sketch", "sketch wash"],
  ["light-before-dark", "shadow wash", "wash shadow"],
  ["large-before-small", "dots shapes", "shapes dots"],
  ["white-last", "white wash", "wash white"],
  ["metallic-last", "metallic glaze", "glaze metallic"],
  ["border-last", "border shapes", "shapes border"],
  ["splatter-before-small", "white splatter", "splatter white"],
  ["re-stamp-after-wash", "stamp re-stamp wash", "stamp wash re-stamp"],
  ["stamped-outline-fades", "stamp wash flatten", "stamp wash re-stamp flatten"],
  ["fixative-after-paint", "fixative details", "details fixative"],
  ["rub-out-dry", "sketch wash white erase", "sketch wash erase white"],
  ["tape-first", "wash tape untape", "tape wash untape"],
  ["untape-follows", "tape wash mount", "tape wash untape mount"],
  ["untape-dry", "tape wash:10 untape", "tape wash untape"],
  ["untape-after-washes", "tape shapes untape wash", "tape shapes wash untape"],
  ["cut-after-untape", "tape wash cut-apart untape", "tape wash untape cut-apart"],
  ["flatten-dry", "wash:5 flatten", "wash flatten"],
  ["flatten-after-water", "wash flatten glaze", "wash glaze flatten"],
  ["flatten-after-wet-wash", "wash mount", "wash flatten mount"],
  ["trim-before-mount", "details mount trim", "details trim mount"],
  ["collage-after-paint", "collage wash flatten", "wash collage flatten"],
  ["heat-near-solvent", "details fixative heat", "details fixative"],
  ["scan-flat", "details:5 scan", "details scan"],
  ["splatter-before-words", "letter splatter", "splatter letter"],
  ["words-after-water", "letter wash", "wash letter"],
  ["inside-before-mount", "fold mount inside-words", "fold inside-words mount"],
  ["score-before-fold", "fold score", "score fold"],
  ["fold-before-mount", "mount fold", "fold mount"],
  ["mat-before-mount", "mount mat", "mat mount"],
  ["flatten-before-mount", "details mount flatten", "details flatten mount"],
  ["glitter-after-assembly", "glitter mount", "mount glitter"],
  ["glitter-dries", "mount glitter:5", "mount glitter"],
  ["gems-after-flatten", "gems flatten", "flatten gems"],
  ["scan-before-cards", "details:30 mount scan", "details scan mount"],
  ["scan-before-print", "print scan", "scan print"],
  ["mount-dry", "details:5 mount", "details mount"],
])("%s: %s becomes %s", (id, wrong, right) => {
  expect(broken(wrong)).toContain(id);
  const mended = mendRoute(route(wrong), PLAIN, () => "made");
  expect(checkRoute(mended, PLAIN)).toEqual([]);
  expect(words(mended)).toBe(right);
});

test("a drop-in without a window gets one, and a paper that holds masking fluid is masked with film", () => {
  const open = route("wash:6 drop-in flatten").map((stage) => ({ ...stage, within: null }));
  expect(checkRoute(open, PLAIN).map((finding) => [finding.rule.id, finding.repair])).toEqual([["drop-in-window", { kind: "within", stage: "drop-in1", within: 8 }]]);
  const holding = mendRoute(route("mask wash unmask flatten"), { holdsMasking: true }, () => "made");
  expect(words(holding)).toBe("film-mask wash unmask flatten");
});

test("every rule says why, is broken by an example here, and has a name of its own", () => {
  expect(ROUTE_RULES.length).toBeGreaterThanOrEqual(30);
  expect(new Set(ROUTE_RULES.map((rule) => rule.id)).size).toBe(ROUTE_RULES.length);
  for (const rule of ROUTE_RULES) expect([rule.id, rule.reason.length > 20]).toEqual([rule.id, true]);
});

test("what spoils is told before what is a matter of taste, and a rule switched off is not told", () => {
  const wrong = route("dots shapes:30 running-ink wash flatten");
  const told = checkRoute(wrong, PLAIN);
  expect(told.map((finding) => finding.rule.severity)).toEqual(
    [...told.map((finding) => finding.rule.severity)].sort((a, b) => ["spoils", "risks", "taste"].indexOf(a) - ["spoils", "risks", "taste"].indexOf(b)),
  );
  expect(told[0]?.rule.id).toBe("running-ink-last");
  expect(checkRoute(wrong, PLAIN, new Set(["running-ink-last"])).map((finding) => finding.rule.id)).not.toContain("running-ink-last");
});

const anyRoute = fc
  .array(fc.record({ technique: fc.constantFrom(...TECHNIQUES.map((each) => each.id)), dry: fc.constantFrom(0, 5, 10, 20, 30, 480) }), { minLength: 1, maxLength: 14 })
  .map((stages) => stages.map((stage, index): RouteStage => ({ ...stage, id: `s${String(index)}`, name: stage.technique, within: techniqueOf(stage.technique).within })));

test("a repair that is offered mends, never makes more spoil, and mending ends", () => {
  fc.assert(
    fc.property(anyRoute, (stages) => {
      const spoils = (of: readonly RouteStage[]): number => checkRoute(of, PLAIN).filter((finding) => finding.rule.severity === "spoils").length;
      const before = spoils(stages);
      for (const { repair } of checkRoute(stages, PLAIN)) if (repair) expect(spoils(repaired(stages, repair, () => "new"))).toBeLessThanOrEqual(before);
      let made = 0;
      const mended = mendRoute(stages, PLAIN, () => `made${String((made += 1))}`);
      expect(checkRoute(mended, PLAIN).every((finding) => finding.repair === null)).toBe(true);
      expect(spoils(mended)).toBeLessThanOrEqual(before);
    }),
    { numRuns: 60, seed: 11 },
  );
});

test("a route of forty stages is checked in a blink", () => {
  const long = route(Array.from({ length: 40 }, (_, index) => TECHNIQUES[index % TECHNIQUES.length]?.id ?? "wash").join(" "));
  const counted = checkRoute(long, PLAIN);
  expect(counted.length).toBeGreaterThan(5);
});

test.each([
  ["Mask the lights", "mask"],
  ["Unmask", "unmask"],
  ["Untape and cut apart", "untape"],
  ["Tape to the board", "tape"],
  ["Drop in the dark", "drop-in"],
  ["Second wash", "wash"],
  ["Accents and dots", "dots"],
  ["Pen outline", "ink"],
  ["Score and fold bases", "score"],
  ["Stamp the words", "stamp-words"],
  ["Think about it", null],
] as const)("a stage called %s is %s", (name, technique) => {
  expect(techniqueNamed(name)).toBe(technique);
});

test("rules that go in a circle are named: what one asks for, another forbids", () => {
  const [finding] = checkRoute(route("metallic drop-in untape"), PLAIN).filter((each) => each.rule.id === "metallic-last");
  expect(finding?.repair).toBeNull();
  expect(finding?.circle.map((each) => each.id)).toEqual(["untape-dry"]);
  expect(checkRoute(route("letter splatter"), PLAIN)[0]?.circle).toEqual([]);
});

test("every technique says what is put on and how wet; what leaves the panel wet is done with water or a wet medium", () => {
  for (const each of TECHNIQUES) {
    if (each.water !== "none") expect([each.id, each.wets]).toEqual([each.id, true]);
    if (each.kind === "paint") expect([each.id, each.medium]).not.toEqual([each.id, ""]);
  }
  expect(techniqueOf("wash")).toMatchObject({ medium: "watercolour", water: "much" });
  expect(techniqueOf("unmask")).toMatchObject({ medium: "", water: "none" });
});
