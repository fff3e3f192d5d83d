/** @jest-environment node */
import { pictureHead } from "@yule/core";
import { wrongWith } from "./header.ts";

const png = (width: number, height: number): Uint8Array<ArrayBuffer> => {
  const bytes = new Uint8Array(40);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const view = new DataView(bytes.buffer);
  view.setUint32(16, width);
  view.setUint32(20, height);
  return bytes;
};
/** A JPEG with a long note before its frame, as cameras write it. */
const jpeg = (width: number, height: number): Uint8Array<ArrayBuffer> => {
  const bytes = new Uint8Array(80);
  const view = new DataView(bytes.buffer);
  bytes.set([0xff, 0xd8, 0xff, 0xe1]);
  view.setUint16(4, 30);
  bytes.set([0xff, 0xc0], 34);
  view.setUint16(36, 17);
  view.setUint16(39, height);
  view.setUint16(41, width);
  return bytes;
};
const fileOf = (bytes: Uint8Array<ArrayBuffer>, type = "image/png") => new Blob([bytes], { type });

test("the size of a PNG and of a JPEG is read from their first bytes", () => {
  expect(pictureHead(new DataView(png(640, 480).buffer))).toEqual({ mediaType: "image/png", width: 640, height: 480 });
  expect(pictureHead(new DataView(jpeg(6000, 4000).buffer))).toEqual({ mediaType: "image/jpeg", width: 6000, height: 4000 });
});

test("a photo of 24 megapixels is taken, one of 60 is met with its figures and what to do", async () => {
  expect(await wrongWith(fileOf(jpeg(6000, 4000), "image/jpeg"))).toBeNull();
  expect(await wrongWith(fileOf(png(10_000, 6000)))).toBe(
    "The picture is of 10000 × 6000 pixels (60 megapixels). Choose one of at most 50 megapixels: scan it at half the resolution.",
  );
});

test.each([
  ["a drawing with a script in it", fileOf(new TextEncoder().encode("<svg onload='alert(1)'>"), "image/svg+xml")],
  ["a JPEG that breaks off before its frame", fileOf(jpeg(10, 10).slice(0, 20), "image/jpeg")],
  ["a picture of nothing", fileOf(png(0, 10))],
  ["an empty file", fileOf(new Uint8Array(0))],
])("%s is met with one clear line", async (_, file) => {
  expect(await wrongWith(file)).toMatch(/^(This|The file|The picture) .*\. Choose .*\.$/);
});
