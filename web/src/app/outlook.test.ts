import type { BatchRead, DesignRead, DispatchRead, NeedRead, ShopRead, StoreRead } from "@yule/contract";
import { day, inches, mm, money } from "@yule/core";
import { workOut } from "./outlook.ts";
import { panelsPerSheet } from "./materials.ts";

const stage = (id: string, hands: number, dry: number, kind: "paint" | "assemble" = "paint") => ({
  id,
  name: id,
  kind,
  hands,
  setup: 5,
  dry,
  within: null,
  portable: false,
  note: "",
  position: 0,
});
const design: DesignRead = {
  id: "boat",
  version: 1,
  seriesId: "s",
  name: "Paper boat",
  method: "cut",
  paperId: "paper",
  cardStockId: null,
  stages: [stage("wash", 3, 20), stage("dots", 2, 0), stage("mount", 4, 20, "assemble")],
  colourways: [{ id: "blue", name: "blue", paints: [], pictureId: null }],
  stack: {
    fold: "left",
    width: inches(5.5),
    height: inches(5.5),
    thickness: mm(1),
    envelope: null,
    layers: [{ kind: "panel", name: "panel", width: inches(4.5), height: inches(4.5), x: null, y: null }],
  },
};
const paper: StoreRead = { id: "paper", version: 1, kind: "sheet", name: "Cotton", width: inches(20), height: inches(26), onHand: 0, pack: 5, packCostMinor: 100, leadDays: 3 };
const need: NeedRead = {
  id: "n",
  version: 1,
  kind: "commission",
  title: "Office",
  designId: "boat",
  due: "2031-11-20",
  zone: "inland",
  priceMinor: null,
  lines: [{ id: "l", colourwayId: "blue", quantity: 6, assembled: 0 }],
  households: 0,
  postedOn: null,
};
const unit = (number: number, grade: "good" | "scrap" | null = null) => ({ id: `u${String(number)}`, number, colourwayId: "blue", grade });
const batch = (units: BatchRead["units"], facts: BatchRead["facts"] = []): BatchRead => ({
  id: "b",
  needId: "n",
  designId: "boat",
  startedAt: "2031-11-07T10:00:00Z",
  units,
  facts,
});
const carrier = {
  name: "Post",
  simulated: true as const,
  table: [{ zone: "inland" as const, service: "Letter", workingDays: 2, price: money(100), mostGrams: 100 }],
  holidays: [],
  neighbours: [],
};
const dispatch: DispatchRead = { households: [], postings: [], carrier };
const season = (needs: readonly NeedRead[], batches: readonly BatchRead[] = []) =>
  workOut({
    shop: { timeZone: "UTC" } as ShopRead,
    needs,
    pattern: [{ weekday: 6, from: 540, to: 720 }],
    designs: [design],
    stores: [paper],
    batches,
    yields: [],
    dispatch,
    today: day("2031-11-08"),
    minute: 480,
    now: new Date("2031-11-08T08:00:00Z"),
  });
const only = (needs: readonly NeedRead[], batches: readonly BatchRead[] = []) => {
  const [view] = season(needs, batches).needs;
  if (!view) throw new Error("the need was lost");
  return view;
};

test("a need not begun paints a few more than it owes, and must be posted before it is due", () => {
  const view = only([need]);
  expect(view.stage).toBe("not begun");
  expect(view.toPaint[0]?.make).toBeGreaterThan(6);
  // Two working days before Thursday 20: posted on Tuesday 18 at the latest.
  expect(view.readyBy).toBe("2031-11-18");
  expect(view.outlook.safety).toBe("safe");
});

test("panels go from the bench to inspection, to assembly, to the post", () => {
  const six = [1, 2, 3, 4, 5, 6].map((number) => unit(number));
  const done = six.flatMap(({ id }) => ["wash", "dots"].map((stageId) => ({ id: `${id}${stageId}`, unitId: id, stageId, what: "done" as const, at: "2031-11-08T07:00:00Z" })));
  expect(only([need], [batch(six)]).stage).toBe("on the bench");
  expect(only([need], [batch(six, done)]).stage).toBe("to inspect");
  expect(
    only(
      [need],
      [
        batch(
          six.map((each) => ({ ...each, grade: "good" as const })),
          done,
        ),
      ],
    ).stage,
  ).toBe("to assemble");
  const made = { ...need, lines: need.lines.map((line) => ({ ...line, assembled: 6 })) };
  expect(
    only(
      [made],
      [
        batch(
          six.map((each) => ({ ...each, grade: "good" as const })),
          done,
        ),
      ],
    ),
  ).toMatchObject({ stage: "to post", outlook: { safety: "safe", hands: 0 } });
  expect(only([{ ...made, postedOn: "2031-11-10" }], []).stage).toBe("done");
});

test("a spoilt panel and a scrapped one are painted again", () => {
  const units = [unit(1, "good"), unit(2, "scrap"), unit(3), unit(4), unit(5), unit(6)];
  const spoilt = [{ id: "f", unitId: "u3", stageId: "wash", what: "spoilt" as const, at: "2031-11-08T07:00:00Z" }];
  expect(only([need], [batch(units, spoilt)]).toPaint).toMatchObject([{ quantity: 2 }]);
});

test("with no paper on the shelf the stores say how many packs, and for which need it runs out", () => {
  const [paperLine] = season([need]).stock;
  expect(panelsPerSheet(design, paper)).toBe(20);
  expect(paperLine?.outlook).toMatchObject({ missing: 1, packs: 1, runsOut: { need: "Office" } });
});

test("more than the sessions hold cannot be, and says by how much", () => {
  const many = { ...need, lines: [{ id: "l", colourwayId: "blue", quantity: 200, assembled: 0 }] };
  const view = only([many]);
  expect(view.outlook.safety).toBe("cannot");
  expect(view.outlook.spare).toBeLessThan(-600);
});
