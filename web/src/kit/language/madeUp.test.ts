import { compileMessage, type CompiledMessage } from "@lingui/message-utils/compileMessage";
import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { madeUpFrom } from "./madeUp.ts";

const folder = fileURLToPath(new URL("../../../public/words/en", import.meta.url));
const sentences = readdirSync(folder).flatMap((name) => Object.values(JSON.parse(readFileSync(`${folder}/${name}`, "utf8")) as Record<string, string>));
/** The values and the forms of a sentence, in their order. */
const skeleton = (message: CompiledMessage): string =>
  JSON.stringify(message.flatMap((token) => (typeof token === "string" ? [] : [[token[0], token[1], Object.keys(token[2] ?? {})]])));
const plainText = (message: CompiledMessage): string => message.map((token) => (typeof token === "string" ? token : "")).join("");

test("every sentence of the catalogues can be read by the package, and made up it keeps its values and forms", () => {
  expect(sentences.length).toBeGreaterThan(3_000);
  for (const sentence of sentences) {
    const message = compileMessage(sentence);
    for (const language of ["en-XA", "ar-XB"]) expect([sentence, skeleton(madeUpFrom(message, language))]).toEqual([sentence, skeleton(message)]);
  }
});

test("the longer one is about 40 in 100 longer over all sentences, and has no plain letter left", () => {
  const long = sentences
    .filter((sentence) => sentence.length > 30 && !sentence.includes("{"))
    .map((sentence) => [sentence, plainText(madeUpFrom(compileMessage(sentence), "en-XA"))] as const);
  const [before, after] = [long.reduce((sum, [was]) => sum + was.length, 0), long.reduce((sum, [, is]) => sum + is.length, 0)];
  expect(after / before).toBeGreaterThan(1.3);
  expect(after / before).toBeLessThan(1.6);
  for (const [, text] of long) expect(text).not.toMatch(/[a-zA-Z]/);
});
