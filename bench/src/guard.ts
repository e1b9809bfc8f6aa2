import {
  FILTERS,
  Reading,
  Recent,
  type BlockedPhrase,
  type FilterName,
  type Prepared,
} from '@gully/core/guard';
import { foldName } from '@gully/core/text';
import { blocked, talk, type Line } from './evening.js';
import { tellRatio } from './ratios.js';
import { measure, type Times } from './times.js';

const PHRASES = 5_000;
const PATTERNS = 200;
const MESSAGES = 20_000;

/** What all filters together cost for a message, beside a bare loop of `includes` over the same phrases. */
function main(): void {
  const phrases = blocked(PHRASES, PATTERNS);
  const filters = Object.keys(FILTERS).map((name) => ready(name as FilterName, phrases));
  const lines = talk(MESSAGES);
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

main();
