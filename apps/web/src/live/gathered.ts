/** Milliseconds in which what comes after a pause is gathered; too short to be noticed. */
const FIRST_MS = 30;

/**
 * Shows what comes often together: what comes after a pause almost at once, and what follows
 * it not more often than every so many milliseconds.
 *
 * @param ms milliseconds between two showings
 */
export function gathered<T>(ms: number, show: (items: readonly T[]) => void): (item: T) => void {
  let waiting: T[] = [];
  let shownAt = -Infinity;
  return (item) => {
    waiting.push(item);
    if (waiting.length > 1) return;
    window.setTimeout(
      () => {
        const items = waiting;
        waiting = [];
        shownAt = performance.now();
        show(items);
      },
      Math.max(FIRST_MS, shownAt + ms - performance.now()),
    );
  };
}
