import { day, isDay, lengthOfUnits, money, t, wordsFor } from "@yule/core";
import type { CommandKind } from "@yule/contract";
import type { NotTaken } from "../../data/cache.ts";
import { printDay, printMoney, printNumber } from "../../kit/say.ts";

/** What is told most while nobody can answer. */
const KIND_WORDS: Readonly<Partial<Record<CommandKind, string>>> = wordsFor({
  "count-store": () => t`A count`,
  "buy-store": () => t`Something that was bought`,
  "change-need": () => t`A need that was changed`,
  "change-stack": () => t`Sizes that were changed`,
  "change-design": () => t`A design that was changed`,
  "grade-panels": () => t`Panels that were judged`,
  "tell-bench": () => t`A tap at the bench`,
  "tell-session": () => t`A session`,
  "assemble-cards": () => t`Cards that were put together`,
  "post-letters": () => t`Letters that were posted`,
  "tell-letters": () => t`Letters that arrived or came back`,
  "ring-up": () => t`Something that was sold`,
  undo: () => t`Something that was taken back`,
});

/** A kind is named by what is done in it: its words are those of the craft. */
export function kindWords(kind: CommandKind): string {
  const plain = kind.replaceAll("-", " ");
  return KIND_WORDS[kind] ?? `${plain.charAt(0).toUpperCase()}${plain.slice(1)}`;
}

const FIELD_WORDS: Readonly<Record<string, string>> = wordsFor({
  onHand: () => t`on the shelf`,
  name: () => t`name`,
  title: () => t`title`,
  due: () => t`day`,
  quantity: () => t`number`,
  note: () => t`note`,
  text: () => t`text`,
  leadDays: () => t`days on the way`,
  width: () => t`width`,
  height: () => t`height`,
});
const LENGTHS: ReadonlySet<string> = new Set(["width", "height", "thickness"]);

/** A field as she writes it; what has no short way of writing is left out. @param unit how a length is written */
function written(field: string, value: unknown, currency: string, unit: (units: number) => string): string | null {
  if (typeof value === "number" && LENGTHS.has(field)) return unit(value);
  if (typeof value === "number") return field.endsWith("Minor") ? printMoney(money(value), currency) : printNumber(value, 2);
  if (typeof value === "boolean") return value ? t`yes` : t`no`;
  if (typeof value === "string") return isDay(value) ? printDay(day(value)) : value;
  return value === null ? t`nothing` : null;
}

export interface Difference {
  readonly field: string;
  readonly mine: string;
  readonly there: string;
}

/** Where what was told here differs from what stands there now, field beside field. @param now as it was read last, or as the refusal told it */
export function differences({ command }: NotTaken, now: unknown, currency: string, print: (length: ReturnType<typeof lengthOfUnits>) => string): Difference[] {
  if (!isFields(now)) return [];
  return between(command.payload, now, (field, value) => written(field, value, currency, (units) => print(lengthOfUnits(units))));
}

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields => typeof value === "object" && value !== null && !Array.isArray(value);

function between(told: Fields, now: Fields, write: (field: string, value: unknown) => string | null): Difference[] {
  return Object.entries(told).flatMap(([field, value]) => {
    const present = now[field];
    if (field === "id" || field === "version" || !(field in now)) return [];
    if (isFields(value) && isFields(present)) return between(value, present, write);
    const [mine, there] = [write(field, value), write(field, present)];
    return mine === null || there === null || mine === there ? [] : [{ field: FIELD_WORDS[field] ?? field, mine, there }];
  });
}
