import { phrase, type Phrase } from "@yule/core";
import type { z } from "zod";
import { howMany, listed } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";
import type { setShop } from "./shop.ts";

type ShopSet = z.output<typeof setShop>;
/** What the logbook keeps of each. */
export interface ShopEvents {
  readonly "set-shop": Omit<ShopSet, "rulesOff"> & { readonly rulesOff?: number | undefined };
  readonly "set-calendar-address": { readonly open: boolean };
}

export const shopSentences: Sentences<ShopEvents> = {
  "set-shop": (set) => phrase`The shop was set: ${listed(setWords(set))}`,
  "set-calendar-address": ({ open }) => [open ? "The calendar has a new address" : "The address of the calendar was withdrawn"],
};

function setWords(set: ShopEvents["set-shop"]): Phrase[] {
  const { name, address, lengthSystem, country, region, timeZone, currency, lateAfter, dryingPlaces, changeover, sureIn100, helperMay, rulesOff, occasionCountries, manner } = set;
  return [
    ...(name === undefined ? [] : [phrase`its name is ${name}`]),
    ...(address === undefined ? [] : [["its address"]]),
    ...(lengthSystem === undefined ? [] : [phrase`lengths in ${lengthSystem === "in" ? "inches" : "centimetres"}`]),
    ...(country === undefined ? [] : [phrase`country ${country}`]),
    ...(region === undefined ? [] : [region === null ? ["no region"] : phrase`region ${region}`]),
    ...(timeZone === undefined ? [] : [phrase`time zone ${timeZone}`]),
    ...(currency === undefined ? [] : [phrase`money in ${currency}`]),
    ...(lateAfter === undefined ? [] : [phrase`late at night after ${{ time: lateAfter }}`]),
    ...(dryingPlaces === undefined ? [] : [dryingPlaces === null ? ["places to dry are not counted"] : phrase`${howMany(dryingPlaces, "place")} to dry`]),
    ...(changeover === undefined ? [] : [phrase`${{ minutes: changeover }} between designs`]),
    ...(sureIn100 === undefined ? [] : [phrase`latest days leave ${String(sureIn100)} in 100`]),
    ...(manner === undefined ? [] : [["how days, times and numbers are written"]]),
    ...(helperMay === undefined ? [] : [phrase`a helper may ${helperMay.length === 0 ? "do nothing yet" : helperMay.join(", ")}`]),
    ...(rulesOff === undefined ? [] : [phrase`${howMany(rulesOff, "rule")} of the route done otherwise`]),
    ...(occasionCountries === undefined ? [] : [occasionCountries.length === 0 ? ["occasions of no other country"] : phrase`occasions of ${occasionCountries.join(", ")} too`]),
  ];
}
