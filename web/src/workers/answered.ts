/** So many answers are kept of each kind of question. */
const MOST = 24;

const answers = new Map<string, Map<string, unknown>>();

/** What was answered to a question before, while the page is open; a view that is come back to does not ask again. */
export function answerTo(kind: string, queryKey: string | null): { readonly value: unknown } | null {
  const known = answers.get(kind);
  return queryKey !== null && known?.has(queryKey) ? { value: known.get(queryKey) } : null;
}

/** Keeps an answer; of each kind those that were told last. */
export function keepAnswer(kind: string, queryKey: string, value: unknown): void {
  const known = answers.get(kind) ?? new Map<string, unknown>();
  known.delete(queryKey);
  known.set(queryKey, value);
  for (const oldest of known.keys()) {
    if (known.size <= MOST) break;
    known.delete(oldest);
  }
  answers.set(kind, known);
}
