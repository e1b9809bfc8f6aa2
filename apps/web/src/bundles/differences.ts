export interface Difference {
  /** such as `gates.cooldown` or `routine.steps.2` */
  readonly place: string;
  readonly ours: string;
  readonly theirs: string;
}

/** Differences shown at the most. */
const SHOWN = 40;

/** Where two things differ, each place with what stands there; ids that only name a step are skipped. */
export function differencesOf(ours: unknown, theirs: unknown, place = ''): Difference[] {
  if (JSON.stringify(ours) === JSON.stringify(theirs)) return [];
  if (isObject(ours) && isObject(theirs)) {
    const keys = [...new Set([...Object.keys(ours), ...Object.keys(theirs)])].filter((key) => key !== 'id');
    return keys
      .flatMap((key) => differencesOf(ours[key], theirs[key], place === '' ? key : `${place}.${key}`))
      .slice(0, SHOWN);
  }
  return [{ place, ours: shown(ours), theirs: shown(theirs) }];
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null;
}

function shown(value: unknown): string {
  if (value === undefined || value === null || value === '') return 'nothing';
  return typeof value === 'string' ? value : JSON.stringify(value);
}
