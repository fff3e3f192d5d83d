/** Where nothing is drawn, as in a tab that is hidden, it is done so much later all the same. */
const LATEST_MS = 120;

/**
 * Does something when what is due to be drawn has been drawn: what follows a tap must not hold up its picture.
 * @returns takes it back, if it has not been done yet
 */
export function afterPaint(what: () => void): () => void {
  let isDone = false;
  const once = (): void => {
    if (isDone) return;
    isDone = true;
    clearTimeout(late);
    what();
  };
  const late = setTimeout(once, LATEST_MS);
  // A frame's callbacks come before it is painted; a task of its own comes after.
  requestAnimationFrame(() => setTimeout(once));
  return () => {
    isDone = true;
    clearTimeout(late);
  };
}
