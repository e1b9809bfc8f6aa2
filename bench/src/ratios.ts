import { appendFileSync } from 'node:fs';

/**
 * Tells `npm run bench` a ratio against a baseline of the same run; it compares it with the one kept.
 *
 * @param better which way is better
 */
export function tellRatio(name: string, ratio: number, better: 'higher' | 'lower'): void {
  const { GULLY_RATIOS } = process.env;
  if (GULLY_RATIOS !== undefined)
    appendFileSync(GULLY_RATIOS, `${JSON.stringify({ name, ratio, better })}\n`);
}
