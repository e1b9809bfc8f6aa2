import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { crowdName, MIXTURE, PHRASES, SPAMMERS, type PhraseKind } from './phrases.js';

export interface CrowdAct {
  /** milliseconds since the act before */
  readonly after: number;
  readonly kind: PhraseKind | 'come' | 'go';
  readonly name: string;
  readonly text: string;
}

/** One act in so many is someone leaving or coming back. */
const CHURN = 25;

/**
 * What a crowd does, one act after the other, without end. The same seed, size and rate
 * give the same acts. Times between lines are exponential (a Poisson process), and a few
 * viewers talk much while most talk little (the speaker's number is a product of two
 * uniform draws).
 *
 * @param size viewers, at least 1
 * @param rate lines a minute, more than 0
 */
export function* planCrowd(seed: number, size: number, rate: number): Generator<CrowdAct, never> {
  const random = xoroshiro128plus(seed);
  const chance = (): number => uniformFloat64(random);
  const oneOf = <T>(items: readonly T[]): T => items[uniformInt(random, 0, items.length - 1)] as T;
  /** Milliseconds between two lines of a flood: never longer than between two others. */
  const hurried = (most: number): number => Math.min(most, Math.round(60_000 / rate));
  const away = new Set<string>();
  const someone = (): string => crowdName(Math.floor(chance() * chance() * size));
  for (;;) {
    const after = Math.round((-Math.log(1 - chance()) * 60_000) / rate);
    let name = someone();
    if (away.has(name)) {
      away.delete(name);
      yield { after, kind: 'come', name, text: '' };
    } else if (uniformInt(random, 1, CHURN) === 1) {
      away.add(name);
      yield { after, kind: 'go', name, text: '' };
    } else {
      const kind = kindFor(uniformInt(random, 0, 99));
      if (kind === 'spam') name = oneOf<string>(SPAMMERS);
      const text = oneOf<string>(PHRASES[kind])
        .replaceAll('{}', someone())
        .replaceAll('#', String(uniformInt(random, 2, 60)));
      yield { after, kind, name, text };
      if (kind !== 'spam') continue;
      // Now and then it does not end with one.
      const more = uniformInt(random, 1, 20);
      if (more === 1) {
        const again = oneOf<string>(PHRASES.flood);
        for (let n = 0; n < 9; n += 1) yield { after: hurried(400), kind: 'flood', name, text: again };
      } else if (more === 2) {
        const together = oneOf<string>(PHRASES.wave);
        for (const each of new Set(Array.from({ length: 9 }, someone)))
          if (!away.has(each)) yield { after: hurried(900), kind: 'wave', name: each, text: together };
      }
    }
  }
}

function kindFor(percentile: number): PhraseKind {
  let upTo = 0;
  for (const [kind, share] of MIXTURE) {
    upTo += share;
    if (percentile < upTo) return kind;
  }
  return 'chatter';
}
