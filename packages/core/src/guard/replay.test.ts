import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  begin,
  entryOf,
  exceptionsFor,
  FILTER_NAMES,
  guardFaults,
  guardOff,
  judge,
  NO_GUARD,
  prepareGuard,
  readGuardSettings,
  Reading,
  readLog,
  Recent,
  Replay,
  type FilterName,
  type GuardSettings,
  type RecordedLine,
  type Replayed,
} from './index.js';
import { OFFLINE } from '../stream/index.js';
import { strangerFacts } from '../viewers/index.js';

const usual = begin('usual');
const withFilter = (name: FilterName, change: object, base: GuardSettings = usual): GuardSettings => ({
  ...base,
  filters: { ...base.filters, [name]: { ...base.filters[name], ...change } },
});
const limits = (name: FilterName, settings: object): GuardSettings =>
  withFilter(name, { settings: { ...usual.filters[name].settings, ...settings } });
const lineOf = (text: string, n = 0, more: Partial<RecordedLine> = {}): RecordedLine => ({
  id: `l${String(n)}`,
  at: 1_000_000 + n * 1_000,
  viewer: `v${String(n % 5)}`,
  name: `caver_${String(n % 5)}`,
  roles: [],
  text,
  firstSeen: 0,
  ...more,
});
function replayed(now: GuardSettings, would: GuardSettings, lines: readonly RecordedLine[]): Replayed {
  const replay = new Replay(now, would);
  for (const each of lines) replay.take(each);
  return replay.result();
}
const of = (result: Replayed, name: FilterName) => {
  const found = result.filters.find(({ filter }) => filter === name);
  if (found === undefined) throw new Error(`nothing of ${name}`);
  return found;
};

const TEXTS = [
  'good evening',
  'see maps.example',
  'WHAT A LOVELY CAVE THIS IS',
  'raise your lamps for the lantern hour everyone now',
  '🦇'.repeat(20),
  'r o p e s   c h e a p',
  'aaaaaaaaaaaaaaaaaaaaaaaaaaaa',
  '▓▒░▓▒░▓▒░▓▒░▓▒░▓▒░',
  'mind the step',
];
const talk = fc
  .array(fc.record({ text: fc.constantFrom(...TEXTS), who: fc.nat(6), gap: fc.nat(20) }), { maxLength: 60 })
  .map((said) => {
    let at = 1_000_000;
    return said.map(({ text, who, gap }, n) => {
      at += gap * 1_000;
      return lineOf(text, n, { at, viewer: `v${String(who)}`, name: `caver_${String(who)}` });
    });
  });

describe('a replay', () => {
  test('catches what the guard itself would, line by line', () => {
    fc.assert(
      fc.property(talk, (lines) => {
        const guard = prepareGuard(usual);
        const recent = new Recent();
        const caught = lines.filter(({ id, viewer, name, text, at }) => {
          const reading = new Reading({ id, viewer, text, at, emotes: [], names: [] });
          const verdict = judge(reading, guard, {
            before: recent.before(reading),
            viewer: { ...strangerFacts(viewer, name, [], at), firstSeen: 0 },
            ranks: [],
            first: false,
            stream: OFFLINE,
            timeZone: 'UTC',
            strikes: [],
            graceUntil: undefined,
          });
          recent.add(reading);
          return verdict.caught !== undefined;
        });
        const result = replayed(usual, usual, lines);
        expect([result.lines, result.now, result.would]).toEqual([
          lines.length,
          caught.length,
          caught.length,
        ]);
      }),
      { numRuns: 60 },
    );
  });

  test('of the same settings finds nothing new, and turned round finds the opposite', () => {
    fc.assert(
      fc.property(talk, fc.integer({ min: 0, max: 100 }), (lines, most) => {
        const changed = limits('capitals', { most });
        const [there, back] = [replayed(usual, changed, lines), replayed(changed, usual, lines)];
        for (const name of FILTER_NAMES) {
          const [a, b] = [of(there, name), of(back, name)];
          expect([a.newly.count, a.noLonger.count]).toEqual([b.noLonger.count, b.newly.count]);
          expect(a.would - a.now).toBe(a.newly.count - a.noLonger.count);
          if (name !== 'capitals') expect(a.newly.count + a.noLonger.count).toBe(0);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('names whom it would hit most, and tells at most so many lines of each kind', () => {
    const lines = Array.from({ length: 600 }, (_, n) =>
      lineOf(`rope number ${String(n)} is at maps${String(n)}.example`, n, {
        at: n * 60_000,
        viewer: n % 3 === 0 ? 'a' : `b${String(n % 40)}`,
        name: n % 3 === 0 ? 'often' : 'seldom',
      }),
    );
    const found = of(replayed(guardOff(), usual, lines), 'links');
    expect(found.newly.count).toBe(600);
    expect(found.newly.lines).toHaveLength(200);
    expect(found.most).toHaveLength(10);
    expect(found.most[0]).toEqual({ viewer: 'a', name: 'often', lines: 200 });
  });

  test('counts precision and recall over what was labelled, and tells nothing where there is nothing to tell', () => {
    const labels = new Map([
      ['l0', true],
      ['l1', false],
      ['l2', true],
    ]);
    const replay = new Replay(
      limits('links', { which: 'blocked', blocked: ['b.example'] }),
      usual,
      (id, filter) => (filter === 'links' ? labels.get(id) : undefined),
    );
    for (const [n, text] of ['at a.example', 'at b.example', 'nothing', 'at c.example'].entries())
      replay.take(lineOf(text, n));
    const { quality } = of(replay.result(), 'links');
    expect(quality).toEqual({
      // Now: l1 alone, which is wrong. Then: l0 and l1 of the labelled; l2 should be and is not.
      now: { precision: 0, recall: 0 },
      would: { precision: 0.5, recall: 0.5 },
      labelled: 3,
    });
    expect(of(replay.result(), 'pace').quality.would).toEqual({ precision: undefined, recall: undefined });
  });

  test('leaves out the limits of when, which no line tells, and keeps exemptions and newcomers', () => {
    const when = { live: 'live', categories: ['Underledge'], from: '', to: '' };
    const at = (more: Partial<RecordedLine>): Replayed =>
      replayed(usual, withFilter('links', { when }), [lineOf('see maps.example', 0, more)]);
    expect(at({}).would).toBe(1);
    expect(at({ roles: ['vip'] }).would).toBe(0);
    const only = { minutes: 60, how: 'only', settings: usual.filters.links.settings };
    const newcomers = withFilter('links', { newcomers: only });
    const seen = (firstSeen: number): number =>
      replayed(usual, newcomers, [lineOf('see maps.example', 0, { firstSeen })]).would;
    expect([seen(0), seen(990_000), seen(-9e9)]).toEqual([1, 1, 0]);
  });
});

describe('recorded chat', () => {
  test('is read whatever is in it; what cannot be is counted', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(fc.string(), fc.json(), fc.constantFrom(...TEXTS))), (rows) => {
        const whole = rows.join('\n');
        const { lines, skipped } = readLog(whole);
        const filled = whole.split(/\r?\n/u).filter((row) => row.trim() !== '').length;
        expect(lines.length + skipped).toBe(filled);
      }),
    );
  });

  test('of an IRC program goes over midnight where its clock goes back', () => {
    const { lines } = readLog('[23:59:59] <a> one\r\n[00:00:01] <@b> two\n00:10 <~c> three <b> four');
    expect(lines.map(({ name, text }) => [name, text])).toEqual([
      ['a', 'one'],
      ['b', 'two'],
      ['c', 'three <b> four'],
    ]);
    expect(lines.map(({ at }, n) => at - (lines[n - 1]?.at ?? at))).toEqual([0, 2_000, 599_000]);
  });

  test('of Gully has its viewers and roles', () => {
    const row = {
      at: '2026-03-05T19:30:05Z',
      name: 'Siltlark',
      text: 'hi',
      viewer: 'v9',
      roles: ['vip', 'wizard'],
    };
    const { lines, skipped } = readLog(`${JSON.stringify(row)}\n{"at":"soon","name":"x","text":"y"}\n{}`);
    expect(lines).toEqual([
      {
        id: 'file-1',
        at: Date.parse(row.at),
        viewer: 'v9',
        name: 'Siltlark',
        roles: ['vip'],
        text: 'hi',
        firstSeen: undefined,
      },
    ]);
    expect(skipped).toBe(2);
  });
});

describe('exceptions', () => {
  const catchOf = (filter: FilterName, text: string, from = 0, to = text.length) => ({
    filter,
    text,
    fragments: [{ from, to }],
    viewer: 'v1',
    name: 'siltlark',
  });

  test('of a link begin with its page, also where it was hidden', () => {
    const words = (text: string): string[] =>
      exceptionsFor(catchOf('links', text), usual).map((each) => each.words);
    expect(words('https://Maps.Example/Wet/1?a=b#c')).toEqual([
      'links to maps.example/wet/1',
      'links to maps.example',
      'anything siltlark writes, for links',
    ]);
    expect(words('maps (dot) example')).toEqual([
      'links to maps.example',
      'anything siltlark writes, for links',
    ]);
  });

  test('of a phrase hold the whole words it stands in', () => {
    const text = 'a classic, they say';
    const [first] = exceptionsFor(catchOf('phrases', text, 4, 7), usual);
    expect(first).toMatchObject({ kind: 'phrase', words: '“classic”' });
    expect(first?.settings.filters.phrases.settings.exceptions).toEqual(['classic']);
  });

  test('let that message through, and are settings that can be saved', () => {
    for (const [filter, text] of [
      ['links', 'see https://maps.example/wet'],
      ['capitals', 'WHAT A LOVELY CAVE THIS IS'],
      ['phrases', 'so cheap ropes here'],
    ] as const) {
      const phrases = [{ ...entryOf('cheap ropes'), group: '' }];
      const blocked = withFilter('phrases', { settings: { phrases, exceptions: [] } });
      const line = lineOf(text, 1);
      const found = of(replayed(blocked, blocked, [line]), filter).still.lines[0];
      expect(found?.fragments.length).toBeGreaterThan(0);
      const { viewer, name } = line;
      const given = { filter, text, viewer, name, fragments: found?.fragments ?? [] };
      for (const { settings, words } of exceptionsFor(given, blocked)) {
        expect([words, guardFaults(settings)]).toEqual([words, {}]);
        expect([words, of(replayed(blocked, settings, [line]), filter).noLonger.count]).toEqual([words, 1]);
      }
    }
  });
});

describe('settings as they come in', () => {
  test('are whole and can be prepared, whatever came', () => {
    const anything = fc.object({
      key: fc.constantFrom(
        'filters',
        'links',
        'ladder',
        'steps',
        'settings',
        'never',
        'wordLists',
        'en',
        'x',
      ),
      maxDepth: 4,
    });
    fc.assert(
      fc.property(anything, (given) => {
        const read = readGuardSettings(given);
        expect(Object.keys(read.filters)).toEqual([...FILTER_NAMES]);
        expect(typeof guardFaults(read)).toBe('object');
      }),
    );
  });

  test('that are whole come through unchanged, but for phrases, which are kept elsewhere', () => {
    for (const way of ['mild', 'usual', 'strict'] as const) {
      const given = {
        ...begin(way),
        wordLists: {
          en: { enabled: true, consequence: { action: 'ban' as const, seconds: 0 }, except: ['x'] },
        },
      };
      expect(readGuardSettings(JSON.parse(JSON.stringify(given)))).toEqual(given);
    }
    const phrases = [{ ...entryOf('cheap ropes'), group: '' }];
    const given = withFilter('phrases', { settings: { phrases, exceptions: ['ok'] } });
    expect(readGuardSettings(given).filters.phrases.settings).toEqual({ phrases: [], exceptions: ['ok'] });
  });

  test('of a channel that never had any look at nothing', () => {
    expect(readGuardSettings(undefined)).toEqual(guardOff());
    expect(NO_GUARD.prepared.filters).toEqual([]);
  });
});
