import { type DispatchRead, type EventRead, type LetInRead, type LogbookRead, type Problem, type SeasonRead, type YearsRead } from "@yule/contract";
import { v7 } from "uuid";
import { cookieOf, deviceOf } from "../access/testing.ts";
import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop({ demo: true });
}, 120_000);
afterAll(() => shop.close());

const page = (query: string) => shop.get<LogbookRead>(`logbook?most=200${query}`);
/** The beginning of what a browser records. */
const SOUND = Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), Buffer.alloc(64, 7)]);
const put = (id: string, body: Uint8Array) => fetch(`${shop.base}/recordings/${id}`, { method: "PUT", body: new Uint8Array(body) });
const entry = async (query = "&part=bench"): Promise<EventRead> => {
  const [first] = (await page(query)).events;
  if (!first) throw new Error("nothing happened");
  return first;
};

test("words and a voice note stand with the entry they are pinned to, in its story too, until they are taken away", async () => {
  const [recordingId, id, at] = [v7(), v7(), await entry()];
  expect((await put(recordingId, SOUND)).status).toBe(204);
  const heard = await fetch(`${shop.base}/recordings/${recordingId}`);
  expect([heard.headers.get("content-type"), heard.headers.get("content-security-policy"), Buffer.from(await heard.arrayBuffer())]).toEqual([
    "audio/webm",
    "default-src 'none'",
    SOUND,
  ]);
  expect((await shop.give("pin-note", { id, eventId: at.id, text: "The brush was too wet", pictureId: null, recordingId })).status).toBe(200);
  const story = await page(`&kind=batch&of=${at.subjectId}`);
  const pinned = story.events.find((each) => each.id === at.id)?.notes ?? [];
  expect(pinned).toMatchObject([{ id, text: "The brush was too wet", recordingId, pictureId: null }]);
  expect((await page("&find=too wet")).events.map(({ kind }) => kind)).toEqual(["pin-note"]);
  expect((await shop.give("remove-note", { id, version: pinned[0]?.version ?? 1 })).status).toBe(200);
  expect((await page(`&kind=batch&of=${at.subjectId}`)).events.find((each) => each.id === at.id)?.notes).toEqual([]);
});

test("a note without anything, of what is not there, and sound that is none, are refused with one sentence", async () => {
  const [id, { id: eventId }] = [v7(), await entry()];
  const detail = async (payload: Parameters<typeof shop.give<"pin-note">>[1]): Promise<string> => ((await shop.give("pin-note", payload)).body as unknown as Problem).detail;
  expect(await detail({ id, eventId, text: " " })).toBe('text: given " ", allowed some words, a photo or a voice note');
  expect(await detail({ id, eventId: v7(), text: "x" })).toMatch(/^eventId: given .* allowed the id of a logbook entry/);
  expect(await detail({ id, eventId, text: "x", recordingId: v7() })).toMatch(/^recordingId: given .* allowed the id of a voice note/);
  const refused = await put(v7(), Buffer.from("RIFF of something"));
  expect([refused.status, ((await refused.json()) as Problem).detail]).toEqual([415, "recording: given 17 bytes of something else, allowed sound as WebM, Ogg or MP4"]);
  const large = await put(v7(), Buffer.concat([SOUND, Buffer.alloc(6_000_000)]));
  expect([large.status, ((await large.json()) as Problem).detail]).toEqual([413, "recording: given more than 6 MB, allowed at most 6 MB"]);
});

test("an entry says by which device it was told, and as whom; the logbook is narrowed to one device", async () => {
  const asDevice = deviceOf(() => shop.base);
  const made = await fetch(`${shop.base}/devices/code`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ role: "helper" }) });
  const { code } = (await made.json()) as LetInRead;
  const cookie = cookieOf(await asDevice("POST", "devices", { body: { code, name: "Kitchen tablet" } }));
  const at = await entry();
  const id = v7();
  await asDevice("POST", "commands", { cookie, body: { id, kind: "pin-note", payload: { id: v7(), eventId: at.id, text: "Two were wet still" } } });
  const { events } = await page("&who=Kitchen tablet");
  expect(events.map((each) => [each.id, each.by])).toEqual([[id, { device: "Kitchen tablet", role: "helper" }]]);
  expect((await page("&who=")).events.every(({ by }) => by?.device === "")).toBe(true);
  expect((await page("&who=Nobody")).events).toEqual([]);
});

test("a helper reads the notes of the entries they may tell of, and of no others", async () => {
  const asDevice = deviceOf(() => shop.base);
  const made = await fetch(`${shop.base}/devices/code`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ role: "helper" }) });
  const { code } = (await made.json()) as LetInRead;
  const cookie = cookieOf(await asDevice("POST", "devices", { body: { code, name: "Second tablet" } }));
  const [tap, order] = [await entry("&part=bench&find=done"), await entry("&part=season&find=Gull Steps order")];
  await shop.give("pin-note", { id: v7(), eventId: tap.id, text: "Two wells were needed" });
  await shop.give("pin-note", { id: v7(), eventId: order.id, text: "She asked for a discount" });
  const { body } = await asDevice("GET", "logbook?most=200", { cookie });
  expect(JSON.stringify(body)).toContain("Two wells were needed");
  expect(JSON.stringify(body)).not.toContain("discount");
});

test("what was pinned to entries of a household goes with it when it is erased", async () => {
  const { letters, households } = await shop.get<DispatchRead>("dispatch");
  const household = households.find(({ id }) => letters.some(({ householdId, written }) => householdId === id && !written));
  const letter = letters.find(({ householdId }) => householdId === household?.id);
  await shop.give("tell-written", { letterIds: [letter?.id ?? ""], written: true });
  const [told] = (await page(`&kind=household&of=${household?.id ?? ""}`)).events;
  const recordingId = v7();
  await put(recordingId, SOUND);
  await shop.give("pin-note", { id: v7(), eventId: told?.id ?? "", text: "Her mother is ill, no jokes", recordingId });
  // On an entry of the household itself, of which the pinning is an entry too; one taken back; and names in a note and a reason elsewhere.
  const own = await shop.give("change-household", { id: household?.id ?? "", version: household?.version ?? 1, neutral: true, without: [] });
  await shop.give("pin-note", { id: v7(), eventId: own.body.event.id, text: "She is in hospital" });
  const undone = await shop.give("pin-note", { id: v7(), eventId: own.body.event.id, text: "Lost her job" });
  await shop.give("undo", { eventId: undone.body.event.id });
  const tap = await entry("&part=bench&find=First wash done");
  const elsewhere = await shop.give("pin-note", { id: v7(), eventId: tap.id, text: `Painted while ${household?.name ?? ""} called` });
  const out = await shop.give("leave-out", { id: v7(), of: "batch", batchId: tap.subjectId, day: null, why: `${household?.name ?? ""} was here` });
  expect([own, undone, elsewhere, out].map(({ status }) => status)).toEqual([200, 200, 200, 200]);
  expect((await shop.give("erase-household", { id: household?.id ?? "" })).status).toBe(200);
  const { rows } = await shop.database.$client.query<{ all: string }>(
    `select concat((select json_agg(e) from event e), (select json_agg(n) from entry_note n), (select json_agg(l) from left_out l)) as all`,
  );
  for (const words of ["mother is ill", "in hospital", "Lost her job", household?.name ?? "x"]) expect([words, rows[0]?.all.includes(words)]).toEqual([words, false]);
  expect(rows[0]?.all).toContain("Painted while a household called");
  expect((await fetch(`${shop.base}/recordings/${recordingId}`)).status).toBe(404);
});

test("seasons stand beside each other: what is closed as it was summed then, and again as it stands once it is opened", async () => {
  const years = async () => (await shop.get<YearsRead>("years")).years;
  const sums = async (): Promise<number> => (await shop.database.$client.query("select 1 from season_sum")).rows.length;
  const [open, ...before] = await years();
  const { season } = await shop.get<SeasonRead>("season");
  expect([open?.id, open?.state]).toEqual([season.id, "open"]);
  expect(open?.panels).toBeGreaterThan(0);
  expect(open?.minutes).toBeGreaterThan(0);
  expect(before.every(({ state }) => state === "closed")).toBe(true);
  const next = v7();
  await shop.give("prepare-season", { id: next, name: "The next", from: "2032-01-01", until: "2032-12-31" });
  const kept = await sums();
  const { body, status } = await shop.give("close-season", { id: season.id, version: season.version, next, handOn: true });
  expect([status, await sums()]).toEqual([200, kept + 1]);
  expect((await years()).find(({ id }) => id === season.id)).toMatchObject({ state: "closed" });
  await shop.give("undo", { eventId: body.event.id });
  expect(await sums()).toBe(kept);
  expect((await years()).find(({ id }) => id === season.id)).toEqual(open);
});
