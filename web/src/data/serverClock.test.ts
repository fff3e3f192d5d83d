import { clockOffset, hearServerClock, makeUpFor, onClockHeard, presentMoment } from "./serverClock.ts";

const NOW = "2031-11-08T10:04:00.000Z";
const within = (ms: number): void => expect(Math.abs(presentMoment().getTime() - Date.parse(NOW) - ms)).toBeLessThan(1_000);

test("the present is the server's, and a pinned clock that tells the same again does not set it back", () => {
  let told = 0;
  const stop = onClockHeard(() => (told += 1));
  hearServerClock(NOW);
  within(0);
  // An hour later by whatever clock: the same answer says nothing new.
  makeUpFor(3_600_000);
  hearServerClock(NOW);
  within(3_600_000);
  expect(told).toBe(2);
  stop();
  makeUpFor(0);
  expect(told).toBe(2);
});

test("what was heard last is kept on the device for a start without the server", () => {
  hearServerClock("2031-11-08T12:00:00.000Z");
  expect(Number(localStorage.getItem("yule.clockOffset"))).toBe(clockOffset());
});
