import { lessonMoments, needKinds, outlayKinds, ownOccasionKinds, palettes, storeKinds, surfaces, tones, undertakingKinds } from "@yule/contract";
import { COVERINGS, FORMS, LIGHTS, STRENGTHS, TEMPERATURES, translateBy } from "@yule/core";
import { kindWord, LOSS_REASONS } from "./kinds.ts";

afterEach(() => translateBy(null));

test("every kind that is shown as it is kept can be said in another language", () => {
  translateBy((source) => `<${source}>`);
  const shown = [
    ...[needKinds, storeKinds, surfaces, outlayKinds, ownOccasionKinds, lessonMoments, undertakingKinds, palettes, tones],
    ...[COVERINGS, FORMS, LIGHTS, STRENGTHS, TEMPERATURES, LOSS_REASONS],
  ].flat();
  expect([...new Set<string>(shown)].filter((kind) => kindWord(kind) !== `<${kind}>`)).toEqual([]);
});

test("what somebody has named herself is not taken for a kind of ours", () => {
  translateBy((source) => `<${source}>`);
  expect(kindWord("Tin on the sill")).toBe("Tin on the sill");
});
