import { filmOf, meetingsOf } from "./meetings.ts";

const paint = (pigments: string, name: string) => ({ pigments, name, hex: "#000000" });

test("every two paints are told once, the worst first, in the order they are painted", () => {
  const { meetings, unknown } = meetingsOf([paint("PV19", "Thrift"), paint("PG36", "Samphire"), paint("PY150", "Lamp Oil")]);
  expect(meetings.map((each) => [each.earlier.name, each.later.name, each.wet.verdict, each.cure])).toEqual([
    ["Thrift", "Samphire", "mud", "white gap"],
    ["Thrift", "Lamp Oil", "clean", "none"],
    ["Samphire", "Lamp Oil", "clean", "none"],
  ]);
  expect(unknown).toEqual([]);
  expect(meetings[0]?.washes.every((hex) => /^#[0-9a-f]{6}$/.test(hex))).toBe(true);
});

test("a ready mix tells several pigments; a paint whose pigments are not known is named, not guessed", () => {
  expect(filmOf(paint("PG7 PY42", "Samphire"))).not.toBeNull();
  expect(filmOf(paint("PG7 PX9", "Samphire"))).toBeNull();
  expect(meetingsOf([paint("", "from the picture 1"), paint("PB29", "Ferry Blue")])).toMatchObject({ meetings: [], unknown: [{ name: "from the picture 1" }] });
});
