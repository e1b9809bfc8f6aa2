import type { Step } from '../channel/index.js';
import type { SaidOfGame } from './view.js';
import type { Chance } from '../random/index.js';
import { prepareRoutine, routineOf, type PreparedRoutine } from '../routines/index.js';
import type { GameBody } from './game.js';

/** Made ready once for each body of a game: most lines are said over and over. */
const ready = new WeakMap<GameBody['lines'], Map<string, PreparedRoutine>>();

/**
 * What is said of a game, as a routine: one text, put together from one of each of its lines, and
 * then what follows.
 *
 * @returns undefined where nothing is said and nothing follows
 */
export function gameSays(
  id: string,
  { name, lines, routines }: Pick<GameBody, 'name' | 'lines' | 'routines'>,
  { lines: said, then, privately = false, also, after = 0 }: SaidOfGame,
  chance: Chance,
): PreparedRoutine | undefined {
  const last = said.at(-1) ?? '';
  const follows = [routines[last] ?? '', then ?? ''].filter((routine) => routine !== '');
  const parts = said.map((line) => lines[line] ?? []).filter((texts) => texts.length > 0);
  const alone = also === undefined ? [] : (lines[also] ?? []);
  if (parts.length === 0 && follows.length === 0 && alone.length === 0) return undefined;
  const texts =
    parts.length < 2
      ? (parts[0] ?? [])
      : [parts.map((some) => some[chance.below(some.length)] ?? '').join(' ')];
  const steps: Step[] = [
    ...(after > 0 ? [{ kind: 'wait', id: 'turning', seconds: after } as const] : []),
    ...(texts.length === 0
      ? []
      : [{ kind: privately ? 'tell' : 'say', id: last, texts, order: 'random' } as const]),
    ...(alone.length === 0
      ? []
      : [{ kind: 'tell', id: `${also ?? ''}-alone`, texts: alone, order: 'random' } as const]),
    ...follows.map((routine, n): Step => ({
      kind: 'run',
      id: `then-${String(n)}`,
      routine,
      ifFails: 'go-on',
    })),
  ];
  if (parts.length > 1) return prepareRoutine(id, name, routineOf(steps));
  const all = ready.get(lines) ?? new Map<string, PreparedRoutine>();
  ready.set(lines, all);
  const key = [last, name, String(privately), String(after), also ?? '', ...follows].join(' ');
  const known = all.get(key) ?? prepareRoutine(id, name, routineOf(steps));
  all.set(key, known);
  return known;
}
