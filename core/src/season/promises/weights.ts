/** How much the maker says that a need matters. */
export const MATTERS = ["ordinary", "dear", "must not fail"] as const;
export type Matters = (typeof MATTERS)[number];

/** An ordinary promise to somebody who waits is 1; one that must not fail outweighs ten of them. */
const BY_MATTERS: Readonly<Record<Matters, number>> = { ordinary: 1, dear: 3, "must not fail": 10 };
/** Where nobody waits for it, a day more hurts less. */
const NOBODY_WAITS: Readonly<Record<string, number>> = { "shop listing": 0.5, "own use": 0.5, stash: 0.25 };

/** What a promise weighs in the plan, by who waits for it and by what the maker says. */
export const weightOf = ({ kind, matters }: { readonly kind: string; readonly matters: Matters }): number => BY_MATTERS[matters] * (NOBODY_WAITS[kind] ?? 1);
