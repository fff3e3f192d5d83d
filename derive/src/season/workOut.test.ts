import type { BatchRead, NeedRead } from "@yule/contract";
import { batch, design, line, need, paper, season, unit } from "./examples.ts";
import { panelsPerSheet } from "./materials.ts";

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
  const many = { ...need, lines: [line("l", "blue", 200)] };
  const view = only([many]);
  expect(view.outlook.safety).toBe("cannot");
  expect(view.outlook.spare).toBeLessThan(-600);
});
