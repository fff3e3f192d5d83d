import { act } from "react";
import { createRoot, type Root } from "react-dom/client";
import { USUAL_SETTINGS, type BenchSettings } from "@yule/derive";
import { playSign, useAwake, useSigns, useVoice, type Sign } from "./signals.ts";

const { jest: fake } = import.meta;
const buzzed: number[][] = [];
const notes: number[] = [];
const spoken: string[] = [];
const locks: { released: boolean }[] = [];
class FakeAudio {
  currentTime = 0;
  destination = {};
  createOscillator = () => ({
    frequency: {
      set value(pitch: number) {
        notes.push(pitch);
      },
    },
    connect: (next: unknown) => next,
    start: () => undefined,
    stop: () => undefined,
  });
  createGain = () => ({ gain: { setValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined }, connect: (next: unknown) => next });
}
const put = (on: object, name: string, value: unknown): unknown => Object.defineProperty(on, name, { configurable: true, writable: true, value });

let root: Root;
beforeEach(() => {
  (globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean }).IS_REACT_ACT_ENVIRONMENT = true;
  for (const list of [buzzed, notes, spoken, locks]) list.length = 0;
  put(navigator, "vibrate", (pattern: number[]) => buzzed.push(pattern));
  put(globalThis, "AudioContext", FakeAudio);
  put(navigator, "wakeLock", {
    request: () => {
      const lock = { released: false, release: () => Promise.resolve((lock.released = true)) };
      locks.push(lock);
      return Promise.resolve(lock);
    },
  });
  put(
    globalThis,
    "SpeechSynthesisUtterance",
    class {
      constructor(readonly text: string) {}
    },
  );
  put(window, "speechSynthesis", { cancel: () => undefined, speak: ({ text }: { text: string }) => spoken.push(text) });
  root = createRoot(document.createElement("div"));
});
afterEach(() => {
  act(() => root.unmount());
  fake.useRealTimers();
});

const settings = (more: Partial<BenchSettings>): BenchSettings => ({ ...USUAL_SETTINGS, ...more });

test("a window that opens chimes and shakes where that is wanted; one about to close shakes longer; in quiet hours nothing does", () => {
  playSign("opens", settings({ chimes: true, vibrates: true }), 18);
  expect([notes, buzzed]).toEqual([[660, 880], [[120, 80, 120]]]);
  playSign("closes", settings({ chimes: false, vibrates: true }), 18);
  expect(notes).toHaveLength(2);
  expect(buzzed[1]).toHaveLength(5);
  playSign("dry", settings({ chimes: true, vibrates: true, quietFrom: 22, quietTo: 7 }), 23);
  playSign("dry", settings({ chimes: false, vibrates: false }), 18);
  expect([notes.length, buzzed.length]).toEqual([2, 2]);
});

const pass = (ms: number): void =>
  act(() => {
    fake.advanceTimersByTime(ms);
  });
/** What is asked of the device answers in a turn of its own. */
const later = (what: () => void): Promise<void> =>
  act(async () => {
    what();
    await Promise.resolve();
  });

function Signed({ soonest, now }: { soonest: readonly Sign[]; now: () => Date }) {
  useSigns(soonest, now, settings({ chimes: false, vibrates: true, quietFrom: 0, quietTo: 0 }));
  return null;
}

test("a sign comes at its moment, once, by one timer for the next of them; what has been caught before gives none", () => {
  fake.useFakeTimers();
  const begun = Date.now();
  const now = (): Date => new Date(Date.now());
  const sign = (key: string, seconds: number, kind: Sign["kind"] = "opens"): Sign => ({ key, at: begun + seconds * 1000, kind });
  act(() => root.render(<Signed soonest={[sign("a", 10), sign("b", 20)]} now={now} />));
  expect(fake.getTimerCount()).toBe(1);
  pass(9_900);
  expect(buzzed).toHaveLength(0);
  pass(200);
  expect(buzzed).toHaveLength(1);
  act(() => root.render(<Signed soonest={[sign("b", 20)]} now={now} />));
  act(() => root.render(<Signed soonest={[]} now={now} />));
  pass(30_000);
  expect(buzzed).toHaveLength(1);
  expect(fake.getTimerCount()).toBe(0);
});

function Awake({ wanted }: { wanted: boolean }) {
  useAwake(wanted);
  return null;
}

test("the screen is kept on in a session, taken hold of again when the page is seen again, and let go after it", async () => {
  await later(() => root.render(<Awake wanted />));
  expect(locks).toHaveLength(1);
  await later(() => document.dispatchEvent(new Event("visibilitychange")));
  expect(locks).toHaveLength(2);
  await later(() => root.render(<Awake wanted={false} />));
  expect(locks[1]?.released).toBe(true);
});

function Voice({ words, wanted }: { words: string; wanted: boolean }) {
  useVoice(words, wanted);
  return null;
}

test("the next move is read out when it changes, and only where that is wanted", () => {
  act(() => root.render(<Voice words="First wash, panel 1" wanted={false} />));
  expect(spoken).toEqual([]);
  act(() => root.render(<Voice words="First wash, panel 1" wanted />));
  act(() => root.render(<Voice words="First wash, panel 1" wanted />));
  act(() => root.render(<Voice words="First wash, panel 2" wanted />));
  expect(spoken).toEqual(["First wash, panel 1", "First wash, panel 2"]);
});
