import { begin, Replay, type GuardSettings, type RecordedLine } from '@gully/core/guard';
import { foldName } from '@gully/core/text';
import { blocked, talk } from './evening.js';
import { tellRatio } from './ratios.js';

const LINES = 100_000;
const PHRASES = 2_000;
/** Milliseconds between two lines: a busy evening. */
const APART_MS = 2_000;
const AIM_MS = 5_000;

/** A replay of changed settings over a long log, beside a bare loop of `includes` over the same phrases. */
function main(): void {
  const phrases = blocked(PHRASES, 0);
  const usual = begin('usual');
  const now: GuardSettings = {
    ...usual,
    filters: {
      ...usual.filters,
      phrases: { ...usual.filters.phrases, settings: { phrases, exceptions: [] } },
    },
  };
  const capitals = { ...now.filters.capitals, settings: { most: 40, from: 12 } };
  const would: GuardSettings = { ...now, filters: { ...now.filters, capitals } };
  const lines: RecordedLine[] = talk(LINES).map(({ name, text }, n) => ({
    id: String(n),
    at: n * APART_MS,
    viewer: name,
    name,
    roles: [],
    text,
    firstSeen: 0,
  }));
  const texts = phrases.map(({ text }) => foldName(text));
  const bareMs = timed(() => {
    for (const { text } of lines) {
      const folded = foldName(text);
      for (const phrase of texts) if (folded.includes(phrase)) break;
    }
  });
  const replay = new Replay(now, would);
  const ourMs = timed(() => {
    for (const line of lines) replay.take(line);
  });
  const { now: before, would: after } = replay.result();
  tellRatio('replay: time of a bare loop over the phrases, of a replay’s', bareMs / ourMs, 'higher');
  process.stdout.write(
    [
      `${LINES.toLocaleString('en')} lines, all filters, ${PHRASES.toLocaleString('en')} phrases, one limit changed`,
      `  replay                     ${ourMs.toFixed(0)} ms (caught ${String(before)}, would be ${String(after)})`,
      `  includes, phrases alone    ${bareMs.toFixed(0)} ms`,
      `  aim: under ${String(AIM_MS / 1000)} s (${ourMs < AIM_MS ? 'met' : 'missed'})`,
      '',
    ].join('\n'),
  );
}

function timed(work: () => void): number {
  const began = performance.now();
  work();
  return performance.now() - began;
}

main();
