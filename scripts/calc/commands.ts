import { phrase } from "@yule/core";
import {
  allotIn,
  allotJobOf,
  allotOut,
  allotOutOf,
  buyIn,
  buyJobOf,
  buyOut,
  buyOutOf,
  fairIn,
  fairOut,
  fairOutOf,
  familyIn,
  familyOut,
  fitOutOf,
  fitWordsIn,
  fitWordsOut,
  guidesIn,
  guidesOut,
  guidesOutOf,
  inspectIn,
  inspectOut,
  inspectOutOf,
  membersOf,
  occasionsIn,
  occasionsOut,
  overmakeIn,
  overmakeOut,
  routeCheckIn,
  routeCheckOut,
  routeStageOf,
  runIn,
  runOut,
  planIn,
  planOut,
  planOutOf,
  promiseJobOf,
  pileIn,
  pileJobOf,
  pileOut,
  pileOutOf,
  postageIn,
  postageOut,
  postageOutOf,
  splitFaultsIn,
  splitIn,
  splitJobOf,
  splitOut,
  splitOutOf,
  stackIn,
  stackOfInput,
  stackOut,
  stackOutOf,
  uncoveredFault,
} from "@yule/contract";
import {
  allot,
  bestYield,
  bringToFair,
  buy,
  checkRoute,
  fail,
  frank,
  inspect,
  limitsFor,
  mendRoute,
  occasions,
  ROUTE_RULES,
  overmake,
  run,
  split,
  succeed,
  uncoveredWants,
  type Limits,
  type PhotoPixels,
  guideSheet,
  keepPromises,
  mm,
  checkFamily,
  fitWords,
  gapsIn,
  paletteDistances,
  stackGeometry,
  turnedOver,
} from "@yule/core";
import { command, type Command } from "./command.ts";
import { COLOUR_COMMANDS } from "./colour.ts";

/** Limits that leave time to start, which `now` has counted, and to write the answer. */
export const limitsOf =
  (seconds: number, now: () => number): ((seed: number) => Limits) =>
  (seed) =>
    limitsFor(Math.max(seconds / 2, Math.min(seconds * 0.85, seconds - 0.2 - now() / 1000)), now, seed);

const mmText = (length: number): string => `${String(Math.round(length * 10) / 10)} mm`;

export const COMMANDS: Readonly<Record<string, Command>> = {
  split: command(splitIn, splitOut, async (input, setting) => {
    const job = splitJobOf(input);
    const faults = splitFaultsIn(job);
    return faults.length > 0 ? fail(...faults) : succeed(splitOutOf(split(job, setting.limits(input.seed), await setting.solver())));
  }),
  pile: command(pileIn, pileOut, async (input, setting) => {
    const job = pileJobOf(input);
    const faults = splitFaultsIn(job);
    if (faults.length > 0) return fail(...faults);
    return succeed(pileOutOf(bestYield(job, new Map(input.panels.map(({ id, value }) => [id, value])), setting.limits(input.seed), await setting.solver())));
  }),
  run: command(runIn, runOut, (input, setting) => {
    const result = run(input, setting.limits(input.seed));
    return result.ok ? succeed({ ...result.value, moves: result.value.moves.map((move) => ({ ...move })) }) : result;
  }),
  plan: command(planIn, planOut, (input, setting) => succeed(planOutOf(keepPromises(promiseJobOf(input), setting.limits(input.seed))))),
  buy: command(buyIn, buyOut, async (input, setting) => {
    const job = buyJobOf(input);
    const uncovered = uncoveredWants(job);
    if (uncovered.length > 0) return fail(...uncovered.map((want) => uncoveredFault(job, want)));
    const { left } = setting.limits(input.seed);
    return succeed(buyOutOf(buy(job, await setting.solver(), left)));
  }),
  allot: command(allotIn, allotOut, (input) => {
    const job = allotJobOf(input);
    return succeed(allotOutOf(job, allot(job)));
  }),
  postage: command(postageIn, postageOut, async (input, setting) => {
    const { left } = setting.limits(input.seed);
    return succeed(postageOutOf(input, frank(input, await setting.solver(), left)));
  }),
  inspect: command(inspectIn, inspectOut, ({ master, photo, panels }) => {
    const found = inspect(pixelsOf(master), pixelsOf(photo), panels);
    return succeed(inspectOutOf(found));
  }),
  fair: command(fairIn, fairOut, (input) => {
    const brought = bringToFair(input);
    return brought.ok ? succeed(fairOutOf(input, brought.value)) : brought;
  }),
  overmake: command(overmakeIn, overmakeOut, overmake),
  stack: command(stackIn, stackOut, (input) => {
    const geometry = stackGeometry(stackOfInput(input));
    return geometry.faults.length > 0 ? fail(...geometry.faults) : succeed(stackOutOf(geometry));
  }),
  guides: command(guidesIn, guidesOut, ({ width, height, guides, turned }) => {
    const panel = { width: mm(width), height: mm(height) };
    const found = guideSheet(panel, guides);
    return found.ok
      ? succeed(guidesOutOf(turned ? turnedOver(found.value, panel, turned) : found.value))
      : fail(...found.faults.map((fault) => ({ ...fault, path: ["guides", ...fault.path] })));
  }),
  family: command(familyIn, familyOut, (input) => {
    const members = membersOf(input);
    const gaps = gapsIn(members, input.wanted).map(({ wanted, lacks, nearest }) => ({ says: wanted.says, lacks, nearest }));
    const check = checkFamily(members, input);
    return succeed({ ties: [...check.ties], findings: [...check.findings], distances: [...paletteDistances(members)], gaps });
  }),
  "fit-words": command(fitWordsIn, fitWordsOut, ({ words, zones, ...limits }) => {
    const places = fitWords(words, zones, limits);
    const [best] = places;
    if (best && !best.fits) {
      const { width, height } = best.over;
      const over = [...(width > 0 ? [`${mmText(width)} too wide`] : []), ...(height > 0 ? [`${mmText(height)} too high`] : [])].join(" and ");
      return fail({
        code: "words-too-long",
        path: ["words", "text"],
        given: phrase`${JSON.stringify(words.text)}, ${over} for ${{ name: best.zone, of: "place" }} at ${words.means === "hand" ? `small letters of ${mmText(limits.leastXHeight)}` : "its own size"}`,
        allowed: ["words that fit one of the places, in shorter lines or a larger place"],
      });
    }
    return succeed({ places: places.map(fitOutOf) });
  }),
  ...COLOUR_COMMANDS,
  "route-check": command(routeCheckIn, routeCheckOut, (input) => {
    const route = input.stages.map(routeStageOf);
    const ground = { holdsMasking: input.holdsMasking };
    const unknown = input.off.findIndex((id) => !ROUTE_RULES.some((rule) => rule.id === id));
    if (unknown >= 0)
      return fail({
        code: "unknown-rule",
        path: ["off", unknown],
        given: [{ text: input.off[unknown] ?? "" }],
        allowed: [`one of ${ROUTE_RULES.map((rule) => rule.id).join(", ")}`],
      });
    const off = new Set(input.off);
    let made = 0;
    const findings = checkRoute(route, ground, off).map(({ rule, stages, repair, circle }) => ({
      rule: rule.id,
      severity: rule.severity,
      says: rule.says,
      why: rule.reason,
      school: rule.school,
      stages: [...stages],
      repair,
      circle: circle.map((each) => each.id),
    }));
    return succeed({ findings, mended: mendRoute(route, ground, () => `new-${String((made += 1))}`, off) });
  }),
  occasions: command(occasionsIn, occasionsOut, (input) => {
    const result = occasions(input.country, input.from, input.to);
    return result.ok ? succeed({ days: result.value.map((each) => ({ ...each })) }) : result;
  }),
};

/** Pixels out of their base64. */
const pixelsOf = ({ width, height, rgb }: { readonly width: number; readonly height: number; readonly rgb: string }): PhotoPixels => ({
  width,
  height,
  data: new Uint8Array(Buffer.from(rgb, "base64")),
  bytes: 3,
});
