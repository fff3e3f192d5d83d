import type { BatchRead, DesignRead, NeedRead, StoreRead } from "@yule/contract";
import { mm } from "@yule/core";
import { batch, design, houseTo, line, need, paper, season, stage, unit } from "../season/examples.ts";
import { givingsOf, movedPanels } from "./gives.ts";
import { fenceOf, kitOf, makingRun, makingSteps, thicknessBy } from "./making.ts";
import { cardsByWeight, gramsOfCard } from "./weight.ts";
import { finishTasks, isMixWet, linesToAssemble } from "./whatNow.ts";

const done = (id: string, stageId: string, at = "2031-11-07T11:00:00Z"): BatchRead["facts"][number] => ({ id: `${id} ${stageId}`, unitId: id, stageId, what: "done", at });
const tasks = (needs: readonly NeedRead[], batches: readonly BatchRead[], rescues: Parameters<typeof finishTasks>[1]["rescues"] = []) =>
  finishTasks(season(needs, batches), { rescues });

describe("what is to be done now", () => {
  test("panels through all painting are to be judged, good ones made into cards, and the soonest need stands first", () => {
    const later: NeedRead = { ...need, id: "m", title: "Aunt", due: "2031-12-20", lines: [line("k", "blue", 2)] };
    const own = batch([unit(1, "good"), unit(2), unit(3), unit(4)], [done("u2", "wash"), done("u2", "dots"), done("u3", "wash")]);
    const other = { ...batch([{ ...unit(9, "good"), id: "u9" }]), id: "c", needId: "m" };
    const [first, second] = tasks([later, need], [own, other]);
    expect([first?.view.need.id, second?.view.need.id]).toEqual(["n", "m"]);
    expect(first).toMatchObject({ judge: 1, assemble: 1, isMixWet: false });
    expect(first?.enough).toMatchObject({ wanted: 5, coming: 3 });
    expect(second).toMatchObject({ judge: 0, assemble: 1 });
  });

  test("a rescue waits until the hands are through with it, and what nobody begun is no work here", () => {
    const rescue = { id: "r", unitId: "u1", batchId: "b", cause: "pale" as const, way: "glaze" as const, doneAt: null };
    const lying = [batch([unit(1, "rescue")])];
    expect(tasks([need], lying, [rescue])[0]?.rescues).toEqual([rescue]);
    expect(tasks([need], lying, [{ ...rescue, doneAt: "2031-11-08T07:00:00Z" }])[0]?.rescues).toEqual([]);
    expect(tasks([need], [])).toEqual([]);
  });

  test("the mix is wet for three quarters of an hour after the first stages, and not after later ones", () => {
    const at = (time: string, stageId: string) => isMixWet(design, { facts: [done("u1", stageId, time)] }, new Date("2031-11-08T08:00:00Z"));
    expect([at("2031-11-08T07:20:00Z", "wash"), at("2031-11-08T07:10:00Z", "wash"), at("2031-11-08T07:50:00Z", "dots")]).toEqual([true, false, false]);
  });

  test("a colourway on two lines is not made twice of one panel, and a stash is not made at all", () => {
    const two: NeedRead = { ...need, lines: [line("a", "blue", 2), line("b", "blue", 2)] };
    const lying = [batch([unit(1, "good"), unit(2, "good"), unit(3, "good")])];
    const view = season([two], lying).open[0];
    expect(view && linesToAssemble(view)).toEqual([
      { lineId: "a", quantity: 2 },
      { lineId: "b", quantity: 1 },
    ]);
    const stash = season([{ ...two, kind: "stash" }], lying).needs[0];
    expect(stash && linesToAssemble(stash)).toEqual([]);
  });
});

describe("who gets which", () => {
  const aunt: NeedRead = { ...need, id: "m", title: "Aunt", due: "2031-12-20", lines: [line("k", "blue", 1)] };

  test("what a need has too many of goes to the next, panels in cards stay, and the stash is reached for", () => {
    const own: NeedRead = { ...need, lines: [line("l", "blue", 2, 1)] };
    const outlook = season([own, aunt], [batch([unit(1, "good"), unit(2, "good"), unit(3, "good"), unit(4, "stash")])]);
    const [giving] = givingsOf(outlook);
    expect(giving?.panels.map(({ number, home }) => [number, home])).toEqual([
      [2, "n"],
      [3, "n"],
      [4, null],
    ]);
    expect(giving?.answer.isProven).toBe(true);
    const moves = giving ? movedPanels(giving) : [];
    expect(moves.filter(({ line: to }) => to?.need === "m")).toHaveLength(1);
  });

  test("a household that will not have what the design shows gets none of it, and is named", () => {
    const flowery: DesignRead = { ...design, traits: { ...design.traits, shows: ["Flowers"] } };
    const outlook = season([aunt], [{ ...batch([unit(1, "stash")]), needId: "gone" }], { designs: [flowery] });
    const refusing = {
      ...outlook,
      dispatch: {
        ...outlook.dispatch,
        households: [houseTo("h", { name: "Aske", without: ["flowers"], needIds: ["m"] })],
      },
    };
    expect(givingsOf(refusing)[0]?.lines[0]?.refuses).toBe("Aske will not have it");
    const [giving] = givingsOf(refusing);
    expect(giving && movedPanels(giving)).toEqual([]);
  });

  test("where nothing is free, or nothing is lacked, there is nothing to decide", () => {
    expect(givingsOf(season([need], []))).toEqual([]);
    expect(givingsOf(season([{ ...need, kind: "stash" }], [batch([unit(1, "stash")])]))).toEqual([]);
  });
});

describe("making cards", () => {
  const assembled = (...stages: DesignRead["stages"][number][]): DesignRead => ({
    ...design,
    cardStockId: "kraft",
    stages: [stage("wash", 3, 20), ...stages.map((each, position) => ({ ...each, position }))],
  });

  test("bases are cut and scored, words stamped before anything is glued, and glitter comes last of the stages", () => {
    const glittery = assembled({ ...stage("sparkle", 1, 20, "assemble"), technique: "glitter" }, { ...stage("mount", 1, 20, "assemble"), technique: "mount" });
    const steps = makingSteps({ ...glittery, words: { ...design.words, inside: ["hello"] }, stack: { ...design.stack, envelope: { width: mm(150), height: mm(150) } } });
    expect(steps.map(({ id }) => id)).toEqual(["cut", "score", "words", "mount", "sparkle", "envelopes"]);
    const told = makingSteps(assembled({ ...stage("fold them", 1, 0, "assemble"), technique: "score" }, { ...stage("write", 1, 0, "assemble"), technique: "inside-words" }));
    expect(told.map(({ id }) => id)).toEqual(["cut", "fold them", "write"]);
  });

  test("the drying of the first is over while the last is done; of few cards the hands wait, and one waits for the night", () => {
    const step = (id: string, hands: number, dry: number, cards: number) => ({ id, name: id, hands, setup: 2, dry, light: false, adds: mm(0), cards });
    const many = makingRun([step("glue", 2, 20, 12), step("gems", 1, 10, 12)]);
    expect(many).toMatchObject([
      { from: 0, to: 26, dryAt: 46, waits: 0 },
      { from: 26, waits: 7 },
    ]);
    const [, few] = makingRun([step("glue", 2, 20, 2), step("gems", 1, 10, 2)]);
    expect(few?.waits).toBeGreaterThan(12);
    expect(makingRun([step("glue", 2, 480, 1), step("gems", 1, 0, 1)])[1]?.from).toBe(482);
    expect(makingRun([step("glue", 2, 20, 0)])).toEqual([]);
  });

  test("the kit says what leaves the shelf and what will not reach, the words inside, the foam and gems in threes or fives", () => {
    const kraft: StoreRead = { ...paper, id: "kraft", name: "Kraft", kind: "card stock", onHand: 0 };
    const gems = assembled({ ...stage("gems", 1, 10, "assemble"), technique: "gems" });
    const lifted: DesignRead = {
      ...gems,
      words: { ...design.words, inside: ["hello"] },
      stack: { ...design.stack, layers: design.stack.layers.map((layer) => ({ ...layer, lift: mm(1.5) })) },
    };
    const kit = kitOf(lifted, 6, [paper, kraft], new Map([["hello", "Hello from the shore"]]));
    expect(kit.map(({ what, each }) => [what, each])).toEqual([
      ["panel", "1, dry and flat"],
      ["Kraft", null],
      ["words inside, before gluing", "“Hello from the shore”"],
      ["foam under panel", "at the corners and the middle"],
      ["gems", "in threes or fives"],
    ]);
    expect(kit.find(({ what }) => what === "Kraft")).toMatchObject({ isShort: true });
  });

  test("thickness grows with foam and gems, and the fence stands where the base is scored", () => {
    const lifted = assembled({ ...stage("mount", 1, 20, "assemble"), technique: "mount" }, { ...stage("gems", 1, 10, "assemble"), technique: "gems" });
    const thick = thicknessBy({ ...lifted, stack: { ...design.stack, layers: design.stack.layers.map((layer) => ({ ...layer, lift: mm(1.5) })) } });
    expect(thick.map(({ name, thickness }) => [name, thickness])).toEqual([
      ["flat, as measured", mm(1)],
      ["mount", mm(2.5)],
      ["gems", mm(4)],
    ]);
    expect(fenceOf(design)).toMatchObject({ isAcross: true });
    expect(fenceOf({ ...design, stack: { ...design.stack, fold: "none" } })).toBeNull();
  });

  test("a card weighs what its papers weigh and a little more, and a reading says how many lie there and how far it may be off", () => {
    const heavy: StoreRead = { ...paper, id: "kraft", kind: "card stock", gsm: 600 };
    const light = gramsOfCard({ ...design, cardStockId: "kraft" }, [paper, { ...heavy, gsm: 300 }]);
    expect(light).toBeGreaterThan(10);
    expect(gramsOfCard({ ...design, cardStockId: "kraft" }, [paper, heavy])).toBeGreaterThan(light * 1.5);
    expect(cardsByWeight(20, 212, 12, 1)).toEqual({ amount: 10, off: 1 });
    expect(cardsByWeight(20, 8, 12, 1)).toBeNull();
  });
});
