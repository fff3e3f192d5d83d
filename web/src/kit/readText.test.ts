import { decodeText } from "./readText.ts";

const utf16 = (text: string, little: boolean, marked: boolean): Uint8Array =>
  new Uint8Array(
    Array.from(marked ? `\ufeff${text}` : text).flatMap((letter) => {
      const code = letter.charCodeAt(0);
      return little ? [code & 0xff, code >> 8] : [code >> 8, code & 0xff];
    }),
  );

test.each([
  ["UTF-8", new TextEncoder().encode("naïve; 12")],
  ["UTF-8 with its mark", new Uint8Array([0xef, 0xbb, 0xbf, ...new TextEncoder().encode("naïve; 12")])],
  ["UTF-16 as spreadsheets save it", utf16("naïve; 12", true, true)],
  ["UTF-16 the other way round", utf16("naïve; 12", false, true)],
  ["UTF-16 without a mark", utf16("naïve; 12", true, false)],
  ["UTF-16 the other way round without a mark", utf16("naïve; 12", false, false)],
])("%s is read", (_, bytes) => {
  expect(decodeText(bytes)).toBe("naïve; 12");
});

test("what is none of them is not guessed at", () => {
  expect(decodeText(new Uint8Array([0x6e, 0x61, 0xef, 0x76, 0x65, 0x3b]))).toBeNull();
  expect(decodeText(new Uint8Array())).toBe("");
});
