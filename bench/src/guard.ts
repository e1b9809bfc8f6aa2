import {
  FILTERS,
  Reading,
  Recent,
  type BlockedPhrase,
  type FilterName,
  type Prepared,
} from '@gully/core/guard';
import { foldName } from '@gully/core/text';
import { planCrowd } from '@gully/standin/crowd';
import { tellRatio } from './ratios.js';
import { measure, type Times } from './times.js';

const PHRASES = 5_000;
const PATTERNS = 200;
const MESSAGES = 20_000;

interface Line {
  readonly name: string;
  readonly text: string;
}

/** What all filters together cost for a message, beside a bare loop of `includes` over the same phrases. */
function main(): void {
  const phrases = blocked();
  const filters = Object.keys(FILTERS).map((name) => ready(name as FilterName, phrases));
  const lines = talk();
  const texts = phrases.filter(({ kind }) => kind === 'text').map(({ text }) => foldName(text));
  const recent = new Recent();
  let at = 0;
  const guard = ({ name, text }: Line): number => {
    at += 250;
    const reading = new Reading({ id: String(at), viewer: name, text, at, emotes: [], names: [] });
    const before = recent.before(reading);
    const caught = filters.filter((filter) => filter.measure(reading, before).caught).length;
    recent.add(reading);
    return caught;
  };
  const bare = ({ text }: Line): number => {
    const folded = foldName(text);
    return texts.filter((phrase) => folded.includes(phrase)).length;
  };
  // Both warm up on the same messages.
  for (const work of [guard, bare]) measure(lines.slice(0, 500), work);
  const ours = measure(lines, guard);
  const theirs = measure(lines.slice(0, 4_000), bare);
  tellRatio('guard: time of a bare loop over the phrases, of all filters’', theirs.p50 / ours.p50, 'higher');
  const line = (name: string, { p50, p99 }: Times): string =>
    `  ${name.padEnd(26)} p50 ${p50.toFixed(4)} ms   p99 ${p99.toFixed(4)} ms`;
  process.stdout.write(
    [
      `${String(filters.length)} filters, ${PHRASES.toLocaleString('en')} phrases, ${String(PATTERNS)} patterns`,
      line('all filters', ours),
      line('includes, phrases alone', theirs),
      `  aim: p50 under 0.5 ms (${ours.p50 < 0.5 ? 'met' : 'missed'})`,
      '',
    ].join('\n'),
  );
}

function ready(name: FilterName, phrases: readonly BlockedPhrase[]): Prepared {
  const { blank, prepare } = FILTERS[name] as unknown as {
    blank: object;
    prepare: (settings: object) => Prepared;
  };
  return prepare(name === 'phrases' ? { ...blank, phrases } : blank);
}

/** Made-up words, so that none is a real one. */
function blocked(): BlockedPhrase[] {
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
    ...Array.from({ length: PHRASES }, (_, n) => entry(n, { kind: 'text', text: word(n) })),
    ...Array.from({ length: PATTERNS }, (_, n) =>
      entry(n, { kind: 'pattern', text: String.raw`(?:cheap|free) ${word(n)} [a-z]{3,} ${String(n)}\b` }),
    ),
  ];
}

/** An evening’s talk as the crowd makes it, with every kind of spam now and then. */
function talk(): Line[] {
  const lines: Line[] = [];
  for (const { name, text } of planCrowd(7, 200, 240)) {
    if (lines.length >= MESSAGES) break;
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

main();
