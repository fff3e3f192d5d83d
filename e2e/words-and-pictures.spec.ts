import { expect, test, type Page } from "@playwright/test";
import { photoOf } from "./src/picture.ts";
import { shareShop } from "./src/shop.ts";

const shop = shareShop({ plans: false });
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const open = async (name: string): Promise<Page> => {
  const { page } = shop;
  await page.goto(`${shop.url}/designs`);
  await page
    .getByRole("button", { name: new RegExp(name) })
    .first()
    .click();
  await expect(verdict(page)).toContainText(name);
  return page;
};

test("words are chosen by what fits: places are proposed from the picture, the largest words come first, a stamp too large says by how much", async () => {
  const page = await open("Paper boat");
  const words = page.getByRole("region", { name: "Words" });
  await expect(words).toContainText("“Thank you kindly” fits with small letters ~1/4 in high.");
  await expect(words.getByRole("radio", { name: /Fair winds/ }).locator("..")).toContainText("too high");
  await words.getByRole("button", { name: "Propose calm places" }).click();
  await expect(words).toContainText("“Thank you kindly” fits with small letters ~5/16 in high.");
  await words.getByRole("radio", { name: /Fair winds/ }).check();
  await expect(words).toContainText("The stamp “Fair winds” fits.");
  await words.getByText(/^Inside:/).click();
  await words.getByRole("checkbox", { name: "with warm wishes from the harbour" }).check();
  await words.getByRole("button", { name: "Keep these words" }).click();
  await expect(page.getByText("Words of Paper boat changed")).toBeVisible();
  await page.getByRole("button", { name: "inside", exact: true }).click();
  await expect(page.getByText("with warm wishes from the harbour").first()).toBeVisible();
});

test("a place is pulled over the picture and bowed; words too long for it say so, new words are added once for all designs", async () => {
  const page = await open("Bicycle in rain");
  const words = page.getByRole("region", { name: "Words" });
  await expect(words).toContainText("No place for words is marked yet.");
  const drawing = words.getByRole("img").first();
  await drawing.scrollIntoViewIfNeeded();
  const box = await drawing.boundingBox();
  if (!box) throw new Error("no drawing");
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.36, box.y + box.height * 0.26, { steps: 4 });
  await page.mouse.up();
  await words.getByRole("radio", { name: /Many happy returns/ }).check();
  await expect(words).toContainText(/“Many happy returns of the day” does not fit: .* too wide/);
  await words.getByLabel("place width").fill("3 1/2");
  await words.getByLabel("place width").press("Enter");
  await words.getByLabel("place height").fill("1");
  await words.getByLabel("place height").press("Enter");
  await words.getByLabel("bows up by").fill("3/8");
  await words.getByLabel("bows up by").press("Enter");
  await expect(words).toContainText(/Pencil an arc of radius/);
  await words.getByRole("button", { name: "New words" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Keep the words" }).click();
  await expect(dialog.getByText("This is empty. Fill it in.")).toBeVisible();
  await dialog.getByLabel("Words", { exact: true }).fill("Mind the puddles");
  await dialog.getByRole("button", { name: "Keep the words" }).click();
  await expect(words.getByRole("radio", { name: /Mind the puddles/ })).toBeVisible();
});

test("a scan is found on the glass, straightened, its colours taken, and kept with its original", async () => {
  const page = await open("Quinces");
  const picture = page.getByRole("region", { name: "Picture" });
  await picture.getByRole("button", { name: "Scanner (simulated)" }).click();
  await expect(picture.getByRole("img", { name: "The panel, straightened" })).toBeVisible();
  await expect(picture.getByRole("img", { name: /Its colours: #/ })).toBeVisible();
  const corner = picture.getByRole("button", { name: "Corner top left" });
  await corner.focus();
  await corner.press("ArrowRight");
  await picture.getByRole("button", { name: "Keep this picture" }).click();
  await expect(page.getByText("A picture of Quinces, ripe")).toBeVisible();
  const { designs } = (await (await fetch(`${shop.url}/api/designs`)).json()) as { designs: { name: string; colourways: { pictureId: string; paints: { name: string }[] }[] }[] };
  const ripe = designs.find((each) => each.name === "Quinces")?.colourways[0];
  expect(ripe?.paints[0]?.name).toBe("from the picture 1");
  const whole = await fetch(`${shop.url}/api/pictures/${ripe?.pictureId ?? ""}`);
  const small = await fetch(`${shop.url}/api/pictures/${ripe?.pictureId ?? ""}?size=small`);
  expect(Number(small.headers.get("content-length"))).toBeLessThan(Number(whole.headers.get("content-length")));
});

/** How long the browser takes, beside all else that runs, to open a photo and read its pixels. @returns milliseconds */
async function timeToOpen(page: Page, photo: string): Promise<number> {
  return page.evaluate(async (bytes) => {
    const blob = new Blob([Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0))], { type: "image/jpeg" });
    const from = performance.now();
    const image = await createImageBitmap(blob);
    const context = new OffscreenCanvas(image.width, image.height).getContext("2d");
    context?.drawImage(image, 0, 0);
    context?.getImageData(0, 0, image.width, image.height);
    return performance.now() - from;
  }, photo);
}

test("a photo of 24 megapixels is straightened and its palette taken beside the interface; what cannot be read is met with one clear line", async () => {
  const page = await open("Quinces");
  const picture = page.getByRole("region", { name: "Picture" });
  // A photo of a painting on a table, made by the browser at the size of a good camera.
  const photo = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(6000, 4000);
    const context = canvas.getContext("2d");
    if (!context) throw new Error("no canvas");
    context.fillStyle = "#4a423b";
    context.fillRect(0, 0, 6000, 4000);
    context.translate(3000, 2000);
    context.rotate(0.07);
    for (const [colour, y, height] of [
      ["#8fb8c8", -1500, 1600],
      ["#1f4a70", 100, 1400],
    ] as const) {
      context.fillStyle = colour;
      context.fillRect(-1500, y, 3000, height);
    }
    context.fillStyle = "#d07a3a";
    context.beginPath();
    context.arc(500, -500, 300, 0, 7);
    context.fill();
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: "image/jpeg", quality: 0.9 })).arrayBuffer());
    let text = "";
    for (let at = 0; at < bytes.length; at += 30_000) text += String.fromCharCode(...bytes.subarray(at, at + 30_000));
    return btoa(text);
  });
  // The longest the interface was held up while the worker worked.
  await page.evaluate(() => {
    const held = { longest: 0 };
    Object.assign(window, { held });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) held.longest = Math.max(held.longest, entry.duration);
    }).observe({ type: "longtask", buffered: false });
  });
  const opening = await timeToOpen(page, photo);
  const from = Date.now();
  await picture
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "photo.jpg", mimeType: "image/jpeg", buffer: Buffer.from(photo, "base64") });
  await expect(picture.getByRole("img", { name: /Its colours: #/ })).toBeVisible();
  const took = Date.now() - from;
  const longest = await page.evaluate(() => (window as unknown as { held: { longest: number } }).held.longest);
  process.stdout.write(`      24 MP: ${String(took)} ms, opened in ${String(Math.round(opening))} ms, longest task of the interface ${String(Math.round(longest))} ms\n`);
  // Two seconds where nothing else runs. A busy machine is given as many times longer as it takes to open the photo at all, and the interface must stay free of nearly all of it.
  expect(took).toBeLessThan(Math.max(8000, 25 * opening));
  expect(longest).toBeLessThan(Math.max(400, took / 8));
  const large = Buffer.alloc(40);
  large.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  large.writeUInt32BE(10_000, 16);
  large.writeUInt32BE(6000, 20);
  const give = (name: string, mimeType: string, buffer: Buffer) => picture.locator("input[type=file]").first().setInputFiles({ name, mimeType, buffer });
  await give("huge.png", "image/png", large);
  await expect(picture.getByRole("alert")).toHaveText(
    "The picture is of 10000 × 6000 pixels (60 megapixels). Choose one of at most 50 megapixels: scan it at half the resolution.",
  );
  await give("evil.png", "image/png", Buffer.from("<svg onload='alert(1)'/>"));
  await expect(picture.getByRole("alert")).toContainText("Choose a PNG or JPEG photo or scan");
  await give("broken.jpg", "image/jpeg", Buffer.from(photo, "base64").subarray(0, 900));
  await expect(picture.getByRole("alert")).toContainText("Choose");
});

test("where two colours meet is said before they do: what goes muddy, what keeps it clean, and more of it in Colour", async () => {
  const page = await open("Tide pool");
  const way = page.getByRole("region", { name: "Where its colours meet" }).getByRole("group", { name: "turquoise" });
  await expect(way).toContainText(/\d of \d that touch do not stay clean\./);
  const pair = way.getByRole("group", { name: "Rockpool and Buoy" });
  await expect(pair).toContainText(/mud, \d+ in 100 of the colour gone/);
  await expect(pair).toContainText("Leave a white gap between them.");
  await way.getByRole("link", { name: "Look into it" }).click();
  await expect(verdict(page)).toContainText("Tide pool, turquoise: Rockpool and Buoy turn to mud");
});

test("a picture with a see-through background lies on white paper, and it is said", async () => {
  const page = await open("Quinces");
  const picture = page.getByRole("region", { name: "Picture" });
  const buffer = await photoOf(page, 300, 300, null, [{ x: 80, y: 80, width: 140, height: 140, colour: "#b04a5c" }]);
  await picture.getByLabel("Choose a photo or scan").setInputFiles({ name: "clear.png", mimeType: "image/png", buffer });
  await expect(picture).toContainText("What was see-through in it was taken for white paper.");
});

test("the same painting is compared masked, painted round and in opaque white, and one is tried", async () => {
  const page = await open("Tide pool");
  const route = page.getByRole("region", { name: "Route and its check" });
  await route.getByText("Masked, painted round, or white on top?").click();
  await expect(route.getByRole("row", { name: /^masking/ })).toContainText("€");
  await route.getByRole("button", { name: "Try it painting round" }).click();
  const stages = page.getByRole("region", { name: "Route", exact: true });
  await expect(stages).toBeHidden();
  await route.getByRole("button", { name: "Leave it" }).click();
  await expect(stages).toContainText("Mask the lights");
  await route.getByRole("checkbox", { name: /is known to hold masking fluid/ }).click();
  await expect(verdict(page)).toContainText("Its route breaks one rule of the craft");
});

test("a lesson is noted at a stage and stands there when the design is used next", async () => {
  const page = await open("Night train");
  const route = page.getByRole("region", { name: "Route and its check" });
  await route.getByText("Note a lesson about Night train").click();
  await route.getByLabel("What was learned").fill("Two windows lost their edge: mask twice");
  await route.getByLabel("Next time").selectOption("never");
  await route.getByLabel("At the stage").selectOption({ label: "Unmask" });
  await route.getByRole("button", { name: "Note it" }).click();
  await expect(route.getByRole("region", { name: "Route", exact: true })).toContainText("Never again. Two windows lost their edge");
});

test("a wall of a hundred designs is scrolled without a stutter", async () => {
  const { page } = shop;
  const series = "01936b5c-2000-7000-8000-000000000001";
  const give = (at: number, kind: string, payload: object) =>
    fetch(`${shop.url}/api/commands`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ id: `01936b5c-2001-7000-8000-${String(at).padStart(12, "0")}`, kind, payload }),
    });
  const read = (await (await fetch(`${shop.url}/api/designs`)).json()) as {
    designs: { name: string; stack: object; stages: { position: number }[]; colourways: { name: string; paints: object[]; pictureId: string }[] }[];
  };
  const boat = read.designs.find((each) => each.name === "Paper boat");
  if (!boat) throw new Error("no boat");
  await give(0, "add-series", { id: series, name: "A hundred", palette: "mixed" });
  for (let at = 1; at <= 92; at += 1) {
    const id = (kind: number, number: number): string => `01936b5c-${String(3000 + kind)}-7000-8000-${String(at * 100 + number).padStart(12, "0")}`;
    const made = await give(at, "add-design", {
      id: id(0, 0),
      seriesId: series,
      name: `Card ${String(at)}`,
      stack: boat.stack,
      method: "cut",
      paperId: null,
      cardStockId: null,
      stages: boat.stages.map(({ position, ...stage }) => ({ ...stage, id: id(1, position) })),
      colourways: boat.colourways.slice(0, 2).map((way, index) => ({ ...way, id: id(2, index) })),
    });
    expect(made.status).toBe(200);
  }
  await page.goto(`${shop.url}/designs`);
  await expect(page.getByRole("button", { name: /Card 92/ })).toHaveCount(1);
  const gaps = await page.evaluate(async () => {
    const found: number[] = [];
    let last = performance.now();
    for (let step = 0; step < 150; step += 1) {
      window.scrollBy(0, 24);
      await new Promise(requestAnimationFrame);
      found.push(performance.now() - last);
      last = performance.now();
    }
    return found.slice(5).sort((a, b) => a - b);
  });
  const at = (share: number): number => gaps[Math.floor((gaps.length - 1) * share)] ?? 0;
  process.stdout.write(`      wall of 100: frame median ${at(0.5).toFixed(1)} ms, 95 of 100 ${at(0.95).toFixed(1)} ms, longest ${at(1).toFixed(1)} ms\n`);
  // 60 frames a second are 16.7 ms; without a graphics card the browser paints by hand, and a busy machine is given room.
  expect(at(0.5)).toBeLessThan(34);
});
