import { once } from '../area/index.js';
import { FILLERS, namedPaths, PERSON_FILLERS, VALUES, type Occasion, type World } from '../channel/index.js';
import type { KnownPaths, TextValues } from '../text/index.js';

const COMMON: ReadonlySet<string> = new Set(VALUES.map(({ path }) => path));

/** The world of a routine that may itself bring about counters and words: they are known before it ever did. */
export function withNames<W extends Pick<World, 'counters' | 'memory'>>(
  world: W,
  names: { readonly counters: readonly string[]; readonly words: readonly string[] },
): W {
  const { counters, memory } = world;
  return {
    ...world,
    counters: { ...counters, names: () => [...new Set([...counters.names(), ...names.counters])] },
    memory: { ...memory, names: () => [...new Set([...memory.names(), ...names.words])] },
  };
}

/**
 * The paths a text may use, given the inputs declared and what there is. Most texts use common ones
 * alone, so all others are named only once one is asked for.
 *
 * @param words what the run itself remembers
 * @param more further paths, such as those of a refusal
 */
export function knownValues(
  inputs: readonly string[],
  world: World,
  words: readonly string[] = [],
  more: readonly string[] = [],
): KnownPaths {
  let all: ReadonlySet<string> | undefined;
  const named = (): ReadonlySet<string> =>
    (all ??= new Set([
      ...COMMON,
      ...inputs.map((name) => `input.${name}`),
      ...words.map((name) => `remembered.${name}`),
      ...namedPaths(world),
      ...more,
    ]));
  return {
    has: (path) => COMMON.has(path) || named().has(path),
    [Symbol.iterator]: () => named()[Symbol.iterator](),
  };
}

/**
 * The values of one rendering, as `VALUES` lists them. A text uses a few of them, so each is a
 * function, which a text asks only when it comes to it.
 *
 * @param memory what is remembered for this run alone
 * @param at now; later than the occasion's after a wait
 * @param pay takes steps for values that take longer the more a channel has
 */
export function textValues(
  occasion: Occasion,
  world: World,
  memory: Readonly<Record<string, string>> = {},
  at = occasion.at,
  more: Readonly<Record<string, unknown>> = {},
  pay: (steps: number) => void = () => undefined,
): TextValues {
  const { viewer, target, roles } = occasion;
  const about = { occasion, world, memory, at, pay };
  const person = (of: Parameters<(typeof PERSON_FILLERS)[number]>[0]): Record<string, unknown> =>
    Object.assign({}, ...PERSON_FILLERS.map((fill) => fill(of, about))) as Record<string, unknown>;
  const values: Record<string, unknown> = {
    viewer: once(() => person({ person: viewer, roles })),
    target: once(() => person({ person: target, roles: target.id === viewer.id ? roles : target.roles })),
  };
  for (const [name, fill] of FILLERS) values[name] = once(() => fill(about));
  return Object.assign(values, more);
}
