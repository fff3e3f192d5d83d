import { limitsFor, planWork, seasonJobOf } from "@yule/core";
import { need, season } from "./examples.ts";
import { chainOf } from "./chain.ts";
import { seasonFacts } from "./facts.ts";

const chainFor = (part: Partial<typeof need> = {}) => {
  const outlook = season([{ ...need, ...part }]);
  const facts = seasonFacts(outlook, outlook.now);
  const { plan } = planWork(seasonJobOf(facts), { ...limitsFor(60, () => 0), steps: 40 });
  const [view] = outlook.needs;
  if (!view) throw new Error("the need was lost");
  return { links: chainOf(view, outlook, facts, plan), view };
};

test("the chain goes from what must be ordered over each step to the post and the day it is there", () => {
  const { links } = chainFor({ due: "2031-12-19" });
  expect(links.map((link) => link.name)).toEqual([
    "Order Cotton, 3 days on the way",
    "Split sheets",
    "Test colours",
    "wash",
    "dots",
    "Flatten under books",
    "mount",
    "Address and pack",
    "Letter, 2 working days",
    "There",
  ]);
  const day = (name: string) => links.find((link) => link.name === name)?.latest;
  expect(day("There")).toBe("2031-12-19");
  expect(day("Letter, 2 working days")).toBe("2031-12-17");
  // Saturdays only: assembled on the last before, painted and laid under books on the one before that.
  expect(day("mount")).toBe("2031-12-13");
  expect(day("Flatten under books")).toBe("2031-12-06");
  // The paper is three days on its way to the first touch of it, and in one order of five a day longer.
  expect(day("Split sheets")).toBe("2031-12-06");
  expect(day("Order Cotton, 3 days on the way")).toBe("2031-12-02");
});

test("each step tells the day the plan has it on, none later than its last day where nothing is late", () => {
  const { links } = chainFor({ due: "2031-12-19" });
  for (const link of links.filter((each) => each.kind === "work")) {
    expect(link.planned).not.toBeNull();
    expect((link.planned?.last ?? "") <= (link.latest ?? "")).toBe(true);
  }
});

test("what is handed over has no post, and what comes too late has no day left for its steps", () => {
  const { links } = chainFor({ due: "2031-11-09", zone: null });
  expect(links.some((link) => link.kind === "post")).toBe(false);
  expect(links[links.length - 1]?.name).toBe("Handed over");
  expect(links.find((link) => link.name === "wash")?.latest).toBeNull();
});
