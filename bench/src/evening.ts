import type { BlockedPhrase } from '@gully/core/guard';
import { planCrowd } from '@gully/standin/crowd';

export interface Line {
  readonly name: string;
  readonly text: string;
}

/** Made-up words, so that none is a real one. */
export function blocked(phrases: number, patterns: number): BlockedPhrase[] {
  const syllables = ['mu', 'dla', 'rk', 'gri', 'tto', 'sna', 'pel', 'vor', 'lim', 'zu'];
  const word = (n: number): string =>
    Array.from({ length: 4 }, (_, at) => syllables[Math.floor(n / 10 ** at) % 10] ?? '').join('');
  const entry = (n: number, more: Pick<BlockedPhrase, 'kind' | 'text'>): BlockedPhrase => ({
    ...more,
    id: String(n),
    wholeWords: n % 2 === 0,
    exact: n % 10 === 0,
    group: '',
    consequence: null,
    note: '',
  });
  return [
    ...Array.from({ length: phrases }, (_, n) => entry(n, { kind: 'text', text: word(n) })),
    ...Array.from({ length: patterns }, (_, n) =>
      entry(n, { kind: 'pattern', text: String.raw`(?:cheap|free) ${word(n)} [a-z]{3,} ${String(n)}\b` }),
    ),
  ];
}

/** An evening’s talk as the crowd makes it, with every kind of spam now and then. */
export function talk(count: number): Line[] {
  const lines: Line[] = [];
  for (const { name, text } of planCrowd(7, 200, 240)) {
    if (lines.length >= count) break;
    if (text === '') continue;
    const n = lines.length;
    const spam = [
      `look at ropes-${String(n)} (dot) com`,
      'LOOK AT ME NOW EVERYBODY',
      `${text} `.repeat(12),
      'm u d l a r k',
      '🦇'.repeat(30),
    ];
    lines.push({ name, text: n % 20 === 0 ? (spam[(n / 20) % spam.length] ?? text) : text });
  }
  return lines;
}
