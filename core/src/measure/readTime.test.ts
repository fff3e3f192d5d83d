import { mannerOf } from "./manner.ts";
import { readTime } from "./readTime.ts";
import { saidTime } from "./said.ts";

test.each([
  ["19:30", 1170],
  ["19.30", 1170],
  ["7:30 pm", 1170],
  ["7.30 P.M.", 1170],
  ["7pm", 1140],
  ["12 am", 0],
  ["12:15 pm", 735],
  ["9", 540],
  ["noon", 720],
  ["midnight", 0],
])("%s is %d minutes after midnight", (text, minutes) => expect(readTime(text)).toBe(minutes));

test.each(["", "25:00", "7:75", "13 pm", "0 am", "half past", "7:3", "-1"])("%p is no time", (text) => expect(readTime(text)).toBeNull());

test.each(["US", "GB", "IE", "DE", "JP", "EG"])("%s reads back every time that it writes", (country) => {
  for (let minute = 0; minute < 1440; minute += 5) expect(readTime(saidTime(minute, mannerOf(country)))).toBe(minute);
});
