import type { CompiledMessage } from "@lingui/message-utils/compileMessage";

/** Each letter with a sign on it that is read all the same. */
const ACCENTED: Readonly<Record<string, string>> = Object.fromEntries(
  Array.from("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ").map((letter, at) => [
    letter,
    Array.from("àƀçđéƒĝĥíĵķļḿñóṕɋŕšţúṽŵẋýžÀƁÇĐÉƑĜĤÍĴĶĻḾÑÓṔɊŔŠŢÚṼŴẊÝŽ")[at] ?? letter,
  ]),
);
/** A translation may be so much longer than the English sentence. */
const LONGER = 0.4;
/** Right-to-left override, and its end: UAX #9. */
const [OVERRIDE, ENDED] = ["\u202E", "\u202C"];

const accented = (text: string): string => {
  const letters = Array.from(text).filter((each) => /\p{L}/u.test(each)).length;
  const more = Math.round(letters * LONGER);
  const extra =
    more < 2
      ? ""
      : ` ${"ẽñŏṽáḿéĺôŕúşíďöţ"
          .repeat(1 + Math.floor(more / 16))
          .slice(0, more)
          .replace(/.{7}/g, "$& ")}`;
  return `${Array.from(text)
    .map((each) => ACCENTED[each] ?? each)
    .join("")}${extra.trimEnd()}`;
};
/** Words turned round by the platform; what is put in keeps its own direction. */
const turned = (text: string): string => text.replace(/\S+/g, (word) => (/\p{L}/u.test(word) ? `${OVERRIDE}${word}${ENDED}` : word));

/**
 * A sentence of a made-up language from the English one: its values and its forms by number stay where they are.
 * @param message as compiled: text, and parts with a name
 */
export function madeUpFrom(message: CompiledMessage, language: string): CompiledMessage {
  const make = language === "ar-XB" ? turned : accented;
  return message.map((token) => {
    if (typeof token === "string") return make(token);
    const [name, kind, forms] = token;
    if (typeof forms !== "object" || forms === null) return token;
    const made = Object.entries(forms as Readonly<Record<string, number | string | undefined | CompiledMessage>>).map(
      ([key, form]) => [key, typeof form === "string" ? make(form) : Array.isArray(form) ? madeUpFrom(form, language) : form] as const,
    );
    return [name, kind, Object.fromEntries(made)];
  }) as CompiledMessage;
}
