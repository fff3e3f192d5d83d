export function advisoriesIn(told: string): { readonly isAsked: boolean; readonly serious: readonly string[] };
