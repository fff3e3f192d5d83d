import { day, minorDecimals } from "@yule/core";
import type { CustomerOrder } from "@yule/derive";
import { printDay } from "../../kit/say.ts";

export const MESSAGE_KINDS = ["taken", "part", "sent", "late", "paid"] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];
export const MESSAGE_WORDS: Readonly<Record<MessageKind, string>> = {
  taken: "The order is taken",
  part: "A part of it is on its way",
  sent: "It is on its way",
  late: "It will be later",
  paid: "Thanks for the payment",
};

/** What a message says, in the parts that differ from customer to customer. */
interface Said {
  readonly name: string;
  readonly title: string;
  readonly cards: number;
  readonly on: string;
  readonly price: string;
  readonly shop: string;
}
type Letter = Readonly<Record<MessageKind, (said: Said) => string>>;
const letter = (hello: string, bye: string, bodies: Readonly<Record<MessageKind, (said: Said) => string>>): Letter =>
  Object.fromEntries(
    MESSAGE_KINDS.map((kind) => [kind, (said: Said) => `${said.name === "" ? hello : `${hello} ${said.name}`},\n\n${bodies[kind](said)}\n\n${bye}\n${said.shop}`]),
  ) as Letter;

/** In the languages that she can send in; others are drafted in English. */
const LETTERS: Readonly<Record<string, Letter>> = {
  en: letter("Hello", "With kind regards", {
    taken: ({ title, cards, on, price }) => `Thank you for your order “${title}” of ${String(cards)} cards${price}. They will be with you by ${on}.`,
    part: ({ title, on }) => `The first part of your order “${title}” is on its way. The rest will be with you by ${on}.`,
    sent: ({ title, on }) => `Your order “${title}” is on its way and should be with you by ${on}.`,
    late: ({ title, on }) =>
      `I am sorry: your order “${title}” needs a little longer. It will be with you by ${on}. If that is too late, tell me, and I will give your money back.`,
    paid: ({ title }) => `Thank you, your payment for “${title}” has come.`,
  }),
  de: letter("Guten Tag", "Mit freundlichen Grüßen", {
    taken: ({ title, cards, on, price }) => `vielen Dank für Ihre Bestellung „${title}“ über ${String(cards)} Karten${price}. Sie sind bis ${on} bei Ihnen.`,
    part: ({ title, on }) => `der erste Teil Ihrer Bestellung „${title}“ ist unterwegs. Der Rest ist bis ${on} bei Ihnen.`,
    sent: ({ title, on }) => `Ihre Bestellung „${title}“ ist unterwegs und sollte bis ${on} bei Ihnen sein.`,
    late: ({ title, on }) =>
      `leider braucht Ihre Bestellung „${title}“ etwas länger. Sie ist bis ${on} bei Ihnen. Ist das zu spät, schreiben Sie mir, dann zahle ich Ihnen das Geld zurück.`,
    paid: ({ title }) => `vielen Dank, Ihre Zahlung für „${title}“ ist angekommen.`,
  }),
  fr: letter("Bonjour", "Bien cordialement", {
    taken: ({ title, cards, on, price }) => `Merci pour votre commande « ${title} » de ${String(cards)} cartes${price}. Elles seront chez vous au plus tard le ${on}.`,
    part: ({ title, on }) => `La première partie de votre commande « ${title} » est en route. Le reste sera chez vous au plus tard le ${on}.`,
    sent: ({ title, on }) => `Votre commande « ${title} » est en route et devrait arriver au plus tard le ${on}.`,
    late: ({ title, on }) =>
      `Je suis désolée : votre commande « ${title} » demande un peu plus de temps. Elle sera chez vous au plus tard le ${on}. Si c'est trop tard, dites-le-moi et je vous rembourserai.`,
    paid: ({ title }) => `Merci, votre paiement pour « ${title} » est bien arrivé.`,
  }),
  nl: letter("Beste", "Met vriendelijke groet", {
    taken: ({ title, cards, on, price }) => `Dank u voor uw bestelling “${title}” van ${String(cards)} kaarten${price}. U hebt ze uiterlijk op ${on}.`,
    part: ({ title, on }) => `Het eerste deel van uw bestelling “${title}” is onderweg. De rest hebt u uiterlijk op ${on}.`,
    sent: ({ title, on }) => `Uw bestelling “${title}” is onderweg en zou uiterlijk op ${on} bij u moeten zijn.`,
    late: ({ title, on }) =>
      `Het spijt me: uw bestelling “${title}” heeft iets meer tijd nodig. U hebt haar uiterlijk op ${on}. Is dat te laat, laat het me weten, dan betaal ik u terug.`,
    paid: ({ title }) => `Dank u, uw betaling voor “${title}” is binnen.`,
  }),
};

const FOR_PRICE: Readonly<Record<string, (price: string) => string>> = {
  en: (price) => ` for ${price}`,
  de: (price) => ` zu ${price}`,
  fr: (price) => ` à ${price}`,
  nl: (price) => ` voor ${price}`,
};

/** A message to a customer, in their language where it is known here. She reads it and sends it herself. */
export function draftOf(
  kind: MessageKind,
  { title, household, cards, due, price }: CustomerOrder,
  { shop, currency }: { readonly shop: string; readonly currency: string },
): string {
  const language = household && LETTERS[household.language] ? household.language : "en";
  const on = language === "en" ? printDay(due) : new Intl.DateTimeFormat(language, { day: "numeric", month: "long", timeZone: "UTC" }).format(new Date(`${day(due)}T12:00:00Z`));
  const money = price === null ? "" : new Intl.NumberFormat(language, { style: "currency", currency }).format(price / 10 ** minorDecimals(currency));
  return LETTERS[language]?.[kind]({ name: household?.name ?? "", title, cards, on, price: money === "" ? "" : (FOR_PRICE[language]?.(money) ?? ""), shop }) ?? "";
}
