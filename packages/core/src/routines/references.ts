import { FAILURE, type WordOf } from '../area/index.js';
import { filledBlanks, kindOf, type Step } from '../channel/index.js';
import { isGroup, type Conditions } from './conditions.js';
import type { Reference, Rename } from '../things/index.js';
import { DEPTH_LIMIT, type Routine } from './step.js';
import { allSteps } from './tree.js';

function wordsIn(steps: readonly Step[], of: WordOf): string[] {
  const found = new Set<string>();
  for (const step of allSteps(steps))
    for (const { blank, value } of filledBlanks(step))
      if (blank.as === 'word' && blank.of === of && typeof value === 'string' && value !== '')
        found.add(value);
  return [...found];
}

/** The counters a routine changes: they exist from the moment it is saved. */
export const countersOf = ({ steps }: Pick<Routine, 'steps'>): string[] => wordsIn(steps, 'counter');
/** The words a routine remembers something by. */
export function wordsOf({ steps }: Pick<Routine, 'steps'>): string[] {
  const all = allSteps(steps);
  const more = all.flatMap((step) => kindOf(step).remembers?.(step) ?? []);
  const failing = all.some((step) => 'ifFails' in step && step.ifFails === 'go-on') ? [FAILURE] : [];
  return [...new Set([...wordsIn(steps, 'remembered'), ...more, ...failing])];
}

/** What a routine's steps refer to, each once. */
export function referencesOf({ steps }: Pick<Routine, 'steps'>): Reference[] {
  const found = new Map<string, Reference>();
  for (const step of allSteps(steps))
    for (const { blank, value } of filledBlanks(step))
      if (
        blank.as === 'reference' &&
        typeof value === 'string' &&
        value !== '' &&
        value !== blank.otherwise?.value
      )
        found.set(`${blank.to} ${value}`, { to: blank.to, id: value });
  return [...found.values()];
}

/** The ids of the routines it runs. */
export function routinesOf(routine: Pick<Routine, 'steps'>): string[] {
  return referencesOf(routine).flatMap(({ to, id }) => (to === 'routine' ? [id] : []));
}

/** The steps with what they refer to renamed, and with ids of their own where `id` gives them. */
export function withReferences(
  steps: readonly Step[],
  rename: Rename,
  id: (before: string) => string = (before) => before,
): Step[] {
  return steps.map((step) => {
    const next: Record<string, unknown> = { ...step, id: id(step.id) };
    for (const { field, blank, value } of filledBlanks(step)) {
      if (blank.as === 'reference' && value !== blank.otherwise?.value)
        next[field] = rename({ to: blank.to, id: String(value) });
      if (blank.as === 'steps') next[field] = withReferences(value as readonly Step[], rename, id);
      if (blank.as === 'conditions') next[field] = withIds(value as Conditions, id);
    }
    if (step.kind === 'pick')
      next.branches = step.branches.map((branch) => ({
        ...branch,
        id: id(branch.id),
        steps: withReferences(branch.steps, rename, id),
      }));
    return next as unknown as Step;
  });
}

function withIds(conditions: Conditions, id: (before: string) => string): Conditions {
  return {
    ...conditions,
    id: id(conditions.id),
    rows: conditions.rows.map((row) => (isGroup(row) ? withIds(row, id) : { ...row, id: id(row.id) })),
  };
}

/** One routine as the search for circles sees it. */
export interface Caller {
  readonly id: string;
  readonly title: string;
  readonly calls: readonly string[];
}

/**
 * What is wrong with how routines run one another, seen from one of them: a circle, or too
 * many within one another. In words with the names on the way, or undefined.
 *
 * @param callers all others, and the one itself as it would be
 */
export function callFault(id: string, callers: ReadonlyMap<string, Caller>): string | undefined {
  const circle = wayBack(id, id, callers, []);
  if (circle !== undefined) {
    const names = circle.map((each) => callers.get(each)?.title ?? each);
    const links = names.slice(1).map((name, at) => `${names[at] ?? ''} runs ${name}`);
    return `It would run in a circle: ${links.join(', ')}`;
  }
  const depth = depthOf(id, callers, new Map());
  return depth > DEPTH_LIMIT
    ? `${String(depth)} routines would run within one another; ${String(DEPTH_LIMIT)} is the most`
    : undefined;
}

/** The way from `from` back to `to`, if there is one; what leads in a circle elsewhere is that one's fault. */
function wayBack(
  from: string,
  to: string,
  callers: ReadonlyMap<string, Caller>,
  passed: readonly string[],
): readonly string[] | undefined {
  for (const called of callers.get(from)?.calls ?? []) {
    if (called === to) return [...passed, from, to];
    if (passed.includes(called) || called === from) continue;
    const way = wayBack(called, to, callers, [...passed, from]);
    if (way !== undefined) return way;
  }
  return undefined;
}

function depthOf(id: string, callers: ReadonlyMap<string, Caller>, known: Map<string, number>): number {
  const before = known.get(id);
  if (before !== undefined) return before;
  // Until it is known it counts as one, which ends any circle among the others.
  known.set(id, 1);
  const depth =
    1 + Math.max(0, ...(callers.get(id)?.calls ?? []).map((called) => depthOf(called, callers, known)));
  known.set(id, depth);
  return depth;
}
