import { phrase } from "@yule/core";
import { Refusal } from "../db/refusal.ts";
import { pictureHeader } from "../shop/pictures.ts";
import { clockFrom } from "./clock.ts";
import { forLog, problemOf } from "./problem.ts";

const coded = (code: string, more: object = {}): Error => Object.assign(new Error("secret words of the driver"), { code, ...more });
const wrapped = (cause: Error): Error => new Error("Failed query: select secret", { cause });

test.each([
  ["a refused connection", coded("ECONNREFUSED"), 503],
  ["a database that shuts down", wrapped(coded("57P01")), 503],
  ["a database that starts up", wrapped(coded("57P03")), 503],
  ["a full disk", wrapped(coded("53100")), 507],
  ["a link to nothing", wrapped(coded("23503", { constraint: "need_design_fk" })), 422],
  ["an id used twice", wrapped(coded("23505")), 409],
  ["a rule of the table", wrapped(coded("23514", { constraint: "store_on_hand" })), 422],
  ["anything else", new Error("secret"), 500],
])("%s gets its own status and gives nothing away", (_, error, status) => {
  const problem = problemOf(error);
  expect(problem.status).toBe(status);
  expect(JSON.stringify(problem)).not.toContain("secret");
  expect(problem.title).not.toBe("");
});

test("what is meant to be shown is shown, with the row as it is now", () => {
  expect(problemOf(new Refusal(409, phrase`It was changed elsewhere.`, [], { onHand: 3 }))).toMatchObject({
    status: 409,
    title: "It was changed elsewhere.",
    present: { onHand: 3 },
  });
  expect(problemOf(new Refusal(422, phrase`No.`, [{ code: "x", path: ["due"], given: ["then"], allowed: ["now"] }])).detail).toBe("due: given then, allowed now");
});

test("the clock is the machine's, or pinned; a wrong pin is said", () => {
  expect(clockFrom("2031-11-08T10:04:00Z").now().toISOString()).toBe("2031-11-08T10:04:00.000Z");
  expect(Math.abs(clockFrom(undefined).now().getTime() - Date.now())).toBeLessThan(1000);
  expect(() => clockFrom("soon")).toThrow("YULE_NOW: given soon, allowed a moment such as 2031-11-08T10:00:00Z");
});

test("a JPEG tells its size behind other segments; broken ones are no pictures", () => {
  const frame = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, 0xc0, 0, 17, 8, 0x01, 0x2c, 0x01, 0x90, 3, 0, 0, 0, 0]);
  expect(pictureHeader(frame)).toEqual({ mediaType: "image/jpeg", width: 400, height: 300 });
  expect(pictureHeader(Buffer.from([0xff, 0xd8, 0x00, 0x00, 0, 0, 0, 0, 0, 0, 0, 0]))).toBeNull();
  expect(pictureHeader(Buffer.alloc(0))).toBeNull();
  expect(pictureHeader(Buffer.from("GIF89a and more of it, and more"))).toBeNull();
});

test("the log keeps codes and the statement, never what was being written", () => {
  const cause = Object.assign(new Error("could not extend file"), { code: "53100" });
  const kept = forLog(
    Object.assign(new Error("Failed query: insert ... params: the maker's picture", { cause }), { query: "insert into picture", params: ["the maker's picture"] }),
  );
  expect(kept).toMatchObject({ code: "53100", message: "could not extend file", query: "insert into picture" });
  expect(JSON.stringify(kept)).not.toContain("the maker's picture");
});
