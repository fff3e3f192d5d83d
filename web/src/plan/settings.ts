import { useSyncExternalStore } from "react";

import { USUAL_SETTINGS, type BenchSettings } from "@yule/derive";

/** Whole figures that may also be left out. */
export const ALLOWED = { boards: [1, 99], tiresAfter: [10, 240] } as const satisfies Partial<Record<keyof BenchSettings, readonly [number, number]>>;
export const isWhole = (value: unknown, [least, most]: readonly [number, number]): boolean => Number.isInteger(value) && Number(value) >= least && Number(value) <= most;

const KEPT = "yule.bench";
let current: BenchSettings | null = null;
const listeners = new Set<() => void>();

/** What is kept may be of an older make, or damaged: whatever is missing or of another kind is as usual. */
export function settingsFrom(kept: string | null): BenchSettings {
  try {
    const stored = JSON.parse(kept ?? "{}") as Partial<Record<keyof BenchSettings, unknown>>;
    const found = Object.entries(USUAL_SETTINGS).map(([key, usual]: [string, unknown]): [string, unknown] => {
      const value = stored[key as keyof BenchSettings];
      const range = key === "boards" || key === "tiresAfter" ? ALLOWED[key] : null;
      const isKept = range ? value === null || isWhole(value, range) : typeof value === typeof usual;
      return [key, isKept ? value : usual];
    });
    return { ...USUAL_SETTINGS, ...(Object.fromEntries(found) as Partial<BenchSettings>) };
  } catch {
    return USUAL_SETTINGS;
  }
}

const read = (): BenchSettings => (current ??= settingsFrom(localStorage.getItem(KEPT)));

export function changeSettings(change: Partial<BenchSettings>): void {
  current = { ...read(), ...change };
  localStorage.setItem(KEPT, JSON.stringify(current));
  for (const listener of listeners) listener();
}

export const useBenchSettings = (): BenchSettings =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    read,
    () => USUAL_SETTINGS,
  );

/** Whether an hour of the day is a quiet one; quiet may go over midnight. */
export const isQuiet = ({ quietFrom, quietTo }: Pick<BenchSettings, "quietFrom" | "quietTo">, hour: number): boolean =>
  quietFrom <= quietTo ? hour >= quietFrom && hour < quietTo : hour >= quietFrom || hour < quietTo;
