import type { DesignsRead, HouseholdsRead, StoresRead } from "@yule/contract";
import { inches, mm } from "@yule/core";
import { v7 } from "uuid";
import { pictureHeader } from "../shop/pictures.ts";
import { furnish, openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const read = () => shop.get<DesignsRead>("designs");
const design = async () => {
  const found = (await read()).designs.find((each) => each.id === ids.design);
  if (!found) throw new Error("the design is gone");
  return found;
};

test("what a design shows and what ties its series are kept, and undone", async () => {
  const { traits } = await design();
  expect(traits).toMatchObject({ light: null, suits: [], ages: null });
  const told = await shop.give("change-traits", { id: ids.design, traits: { light: "left", elements: 3, suits: ["Thank-you "], ages: { from: 5, to: 9 } } });
  expect((await design()).traits).toMatchObject({ light: "left", elements: 3, suits: ["thank-you"], ages: { from: 5, to: 9 } });
  await shop.give("undo", { eventId: told.body.event.id });
  expect((await design()).traits).toEqual(traits);
  expect((await shop.give("change-series", { id: ids.series, ties: { alternate: true, recurring: "a tern" } })).status).toBe(200);
  await shop.give("change-series", { id: ids.series, ties: { off: ["odd"] } });
  expect((await read()).series[0]).toMatchObject({ name: "Shore", palette: "cool", ties: { alternate: true, recurring: "a tern", off: ["odd"] } });
});

test.each([
  [{ ages: { from: 9, to: 5 } }, { path: ["traits", "ages", "to"], allowed: "an age not below the first" }],
  [{ light: "above" }, { path: ["traits", "light"] }],
  [{ elements: 0 }, { path: ["traits", "elements"], allowed: "at least 1" }],
])("%p cannot be told of a design", async (wrong, fault) => {
  const { traits } = await design();
  const { status, body } = await shop.send({ id: v7(), kind: "change-traits", payload: { id: ids.design, traits: wrong } });
  expect(status).toBe(422);
  expect(body.errors[0]).toMatchObject(fault);
  expect((await design()).traits).toEqual(traits);
});

test("a shaped card is kept with its fold, hole and foot; one that cannot be made is refused with its figures", async () => {
  const { version, stack } = await design();
  const [panel] = stack.layers;
  if (!panel) throw new Error("no panel");
  const arch = {
    ...stack,
    fold: "top" as const,
    outline: "arch" as const,
    width: mm(62),
    height: mm(105),
    hole: { width: mm(5), fromTop: mm(9) },
    footTrim: mm(4),
    layers: [{ ...panel, outline: "arch" as const, edge: "torn" as const, width: mm(52), height: mm(82), lift: mm(2), y: mm(18) }],
  };
  expect((await shop.give("change-stack", { id: ids.design, version, stack: arch })).status).toBe(200);
  expect((await design()).stack).toEqual(arch);
  const low = await shop.give("change-stack", { id: ids.design, version: version + 1, stack: { ...arch, height: mm(20) } });
  expect(low.status).toBe(422);
  expect(low.body.errors[0]).toMatchObject({ code: "arch-too-low", path: ["stack", "height"], allowed: expect.stringContaining("half its width") as string });
  expect((await shop.give("change-stack", { id: ids.design, version: version + 1, stack })).status).toBe(200);
});

test("a design that is put away keeps its need, takes no new one, and comes back", async () => {
  const { version } = await design();
  expect((await shop.give("archive-design", { id: ids.design, version, archived: true })).status).toBe(200);
  expect(await design()).toMatchObject({ archived: true });
  const need = { id: v7(), kind: "own use" as const, title: "One more", designId: ids.design, due: "2031-12-01", lines: [{ id: v7(), colourwayId: ids.blue, quantity: 1 }] };
  const refused = await shop.give("add-need", need);
  expect(refused.status).toBe(422);
  expect(refused.body.errors[0]).toMatchObject({ path: ["designId"], allowed: "a design that is in use; bring it back first" });
  await shop.give("archive-design", { id: ids.design, version: version + 1, archived: false });
  expect((await shop.give("add-need", need)).status).toBe(200);
});

describe("words", () => {
  const thanks = { id: v7(), text: "Thank you", occasion: "thank-you", neutral: true };
  const zone = { id: v7(), x: inches(0.5), y: inches(3), width: inches(3), height: inches(1), curve: 0 };

  test("are put on a place of the panel and inside, and stay while a design carries them", async () => {
    await shop.give("add-sentiment", thanks);
    const { version } = await design();
    const words = { zones: [zone], front: { sentimentId: thanks.id, zoneId: zone.id }, inside: [thanks.id] };
    expect((await shop.give("change-words", { id: ids.design, version, words })).status).toBe(200);
    expect((await design()).words).toEqual(words);
    const refused = await shop.give("remove-sentiment", { id: thanks.id, version: 1 });
    expect(refused.body.errors[0]).toMatchObject({ code: "words-used", allowed: "words that no design carries; Tide pool does" });
  });

  test("a place off the panel, a place that is not there and a stamp without a size are refused", async () => {
    const { version, words } = await design();
    const off = await shop.give("change-words", { id: ids.design, version, words: { ...words, zones: [{ ...zone, width: inches(5) }] } });
    expect(off.body.errors[0]).toMatchObject({
      path: ["words", "zones", 0, "width"],
      given: "a place that ends 139.7 mm from its edge",
      allowed: "at most 114.3 mm, the width of the panel",
    });
    const nowhere = await shop.give("change-words", { id: ids.design, version, words: { ...words, front: { sentimentId: thanks.id, zoneId: v7() } } });
    expect(nowhere.status).toBe(422);
    const stamp = await shop.give("add-sentiment", { id: v7(), text: "Hello", means: "stamp" });
    expect(stamp.body.errors.map((fault) => fault.allowed)).toEqual(["the width of the stamp", "the height of the stamp"]);
  });
});

test("a household says what its cards must not show, and a paper that holds masking fluid is marked", async () => {
  const id = v7();
  await shop.give("add-household", { id, name: "Aske", address: "Ropewalk 3", country: "IE" });
  await shop.give("change-household", { id, version: 1, neutral: true, without: ["Flowers"] });
  expect((await shop.get<HouseholdsRead>("households")).households.find((each) => each.id === id)).toMatchObject({ neutral: true, without: ["flowers"], version: 2 });
  const before = (await shop.get<StoresRead>("stores")).stores.find((each) => each.id === ids.paper);
  await shop.give("change-store", { id: ids.paper, version: before?.version ?? 0, holdsMasking: true });
  expect((await shop.get<StoresRead>("stores")).stores.find((each) => each.id === ids.paper)).toMatchObject({ holdsMasking: true });
});

describe("pictures", () => {
  test("the scanner stand-in lays a picture down, and says that it is simulated", async () => {
    const answer = await fetch(`${shop.base}/scan`);
    expect(answer.headers.get("x-simulated")).toBe("true");
    expect(pictureHeader(Buffer.from(await answer.arrayBuffer()))).toEqual({ mediaType: "image/png", width: 900, height: 700 });
  });

  // The smallest PNG there is: one pixel.
  const pixel = Buffer.from("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==", "base64");
  const put = (path: string, body: Buffer) => fetch(`${shop.base}/pictures/${path}`, { method: "PUT", headers: { "content-type": "image/png" }, body: new Uint8Array(body) });

  test("the scanner stand-in delivers the photo of a batch where one lies on it", async () => {
    const batch = v7();
    expect((await put(batch, pixel)).status).toBe(204);
    const lies = await fetch(`${shop.base}/scan?batch=${batch}`);
    expect([lies.headers.get("x-simulated"), Buffer.from(await lies.arrayBuffer())]).toEqual(["true", pixel]);
    const another = await (await fetch(`${shop.base}/scan?batch=${v7()}`)).arrayBuffer();
    expect(pictureHeader(Buffer.from(another))).toMatchObject({ width: 900, height: 700 });
  });

  test("an original, what was cropped from it and its small size are kept, and put on a colourway", async () => {
    const [original, cropped] = [v7(), v7()];
    expect((await put(original, pixel)).status).toBe(204);
    expect((await put(`${cropped}?original=${original}`, pixel)).status).toBe(204);
    expect((await put(`${cropped}/small`, pixel)).status).toBe(204);
    expect((await fetch(`${shop.base}/pictures/${cropped}?size=small`)).headers.get("content-type")).toBe("image/png");
    const { version } = await design();
    const paints = [{ pigments: "", name: "from the picture", hex: "#1f8a96" }];
    expect((await shop.give("change-colourway", { id: ids.design, version, colourwayId: ids.blue, pictureId: cropped, paints })).status).toBe(200);
    expect((await design()).colourways[0]).toMatchObject({ pictureId: cropped, paints });
  });

  test("what is none, is broken or is far too large is met with one clear message, and a colourway takes no picture that is not there", async () => {
    const large = Buffer.from(pixel);
    large.writeUInt32BE(10_000, 16);
    large.writeUInt32BE(6_000, 20);
    const refused = await put(v7(), large);
    expect(refused.status).toBe(413);
    expect(await refused.json()).toMatchObject({ errors: [{ path: ["picture"], given: "10000 × 6000 pixels", allowed: "at most 50 megapixels" }] });
    expect((await put(v7(), Buffer.from("<svg onload=alert(1)>"))).status).toBe(415);
    expect((await put(`${v7()}?original=${v7()}`, pixel)).status).toBe(404);
    expect((await put(`${v7()}/small`, pixel)).status).toBe(404);
    const { version } = await design();
    expect((await shop.give("change-colourway", { id: ids.design, version, colourwayId: ids.blue, pictureId: v7() })).status).toBe(422);
  });
});
