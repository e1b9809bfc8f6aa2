import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DISGUISE_EXAMPLES } from './test-support/disguise-examples.js';
import {
  CAPITAL_EXAMPLES,
  EMOTE_EXAMPLES,
  LENGTH_EXAMPLES,
  LINK_EXAMPLES,
  PHRASE_EXAMPLES,
  REPETITION_EXAMPLES,
  SYMBOL_EXAMPLES,
  type Examples,
} from './test-support/examples.js';
import {
  FILTERS,
  phraseFault,
  Reading,
  Recent,
  type BlockedPhrase,
  type Measurement,
  type Prepared,
} from './index.js';

let last = 0;
const nextId = (): string => String((last += 1));
const written = (text: string, viewer = 'v', at = 0): Reading =>
  new Reading({ id: nextId(), viewer, text, at, emotes: [], names: [] });
const alone = { own: [], near: () => [] };
const phrase = (text: string, more: Partial<BlockedPhrase> = {}): BlockedPhrase => ({
  id: text,
  text,
  kind: 'text',
  wholeWords: true,
  exact: false,
  group: '',
  consequence: null,
  note: '',
  ...more,
});
const PHRASES = FILTERS.phrases.prepare({
  phrases: [
    ...['mudlark', 'wet sock', 'грязь', 'γκριτ', 'קרקע', 'طين', '泥だらけ', '진흙탕', 'โคลน'].map((text) =>
      phrase(text),
    ),
    phrase('grit', { wholeWords: false }),
  ],
  exceptions: [],
});

describe.each<[string, Prepared, Examples]>([
  ['links', FILTERS.links.prepare(FILTERS.links.blank), LINK_EXAMPLES],
  ['phrases', PHRASES, PHRASE_EXAMPLES],
  ['capitals', FILTERS.capitals.prepare(FILTERS.capitals.blank), CAPITAL_EXAMPLES],
  ['symbols', FILTERS.symbols.prepare(FILTERS.symbols.blank), SYMBOL_EXAMPLES],
  ['length', FILTERS.length.prepare(FILTERS.length.blank), LENGTH_EXAMPLES],
  ['emotes', FILTERS.emotes.prepare(FILTERS.emotes.blank), EMOTE_EXAMPLES],
  ['repetition', FILTERS.repetition.prepare(FILTERS.repetition.blank), REPETITION_EXAMPLES],
])('%s', (_, filter, { caught, free }) => {
  const found = (texts: readonly string[]): string[] =>
    texts.filter((text) => filter.measure(written(text), alone).caught);
  test('catches what it must, with the part that is to blame, and nothing else', () => {
    expect(caught.filter((text) => !found(caught).includes(text))).toEqual([]);
    expect(found(free)).toEqual([]);
    for (const text of caught) {
      const { fragments } = filter.measure(written(text), alone);
      expect(fragments.length).toBeGreaterThan(0);
      for (const { from, to } of fragments)
        expect([from >= 0, to > from, to <= text.length]).toEqual([true, true, true]);
    }
  });
});

test('of 200 and more that are disguised or only look like it, 0.97 are caught and none by mistake', () => {
  const filters = [
    FILTERS.links.prepare(FILTERS.links.blank),
    FILTERS.phrases.prepare({
      phrases: [
        ...['sunken gate', 'wet sock', 'map of the sump', 'mudlark'].map((text) => phrase(text)),
        phrase('grit', { wholeWords: false }),
      ],
      exceptions: [],
    }),
  ];
  const isCaught = (text: string): boolean =>
    filters.some((filter) => {
      const { caught, fragments } = filter.measure(written(text), alone);
      for (const { from, to } of fragments)
        expect([text, from >= 0, to > from, to <= text.length]).toEqual([text, true, true, true]);
      return caught;
    });
  const { caught, free } = DISGUISE_EXAMPLES;
  expect(caught.length + free.length).toBeGreaterThanOrEqual(200);
  expect(free.filter(isCaught)).toEqual([]);
  const missed = caught.filter((text) => !isCaught(text));
  expect([missed, 1 - missed.length / caught.length >= 0.97]).toEqual([missed, true]);
});

test('there are at least 250 examples', () => {
  const all = [
    LINK_EXAMPLES,
    PHRASE_EXAMPLES,
    CAPITAL_EXAMPLES,
    SYMBOL_EXAMPLES,
    LENGTH_EXAMPLES,
    EMOTE_EXAMPLES,
    REPETITION_EXAMPLES,
  ];
  expect(all.flatMap(({ caught, free }) => [...caught, ...free]).length).toBeGreaterThanOrEqual(250);
});

describe('links', () => {
  const links = (text: string, settings: Partial<typeof FILTERS.links.blank>): Measurement =>
    FILTERS.links.prepare({ ...FILTERS.links.blank, ...settings }).measure(written(text), alone);
  test('an allowed domain has those below it, a path what begins with it; a blocked one is never allowed', () => {
    const allowed = ['ropes.example', 'https://clips.example/lanternhour', '*.maps.example'];
    const caught = (text: string): boolean => links(text, { allowed, blocked: ['bad.ropes.example'] }).caught;
    expect(
      [
        'ropes.example',
        'shop.ropes.example/x',
        'clips.example/lanternhour/one',
        'clips.example/lanternhour',
        'www.maps.example',
        'clips.example/lanternhours',
        'clips.example',
        'cheapropes.example',
        'ropes.example.com',
        'bad.ropes.example',
        'ropes.example and lamps.example',
      ].map(caught),
    ).toEqual([false, false, false, false, false, true, true, true, true, true, true]);
    expect(links('lamps.example', { which: 'blocked', blocked: ['ropes.example'] }).caught).toBe(false);
    expect(links('a.ropes.example', { which: 'blocked', blocked: ['ropes.example'] }).measure).toBe(
      'a.ropes.example',
    );
  });

  test('what is no domain, or is both allowed and blocked, is told', () => {
    const { faults } = FILTERS.links;
    expect(
      faults({ which: 'any', allowed: ['ropes', 'www.ropes.example'], blocked: ['a b.c', 'ropes.example'] }),
    ).toEqual({
      'allowed.0': 'ropes is not a domain',
      'allowed.1': 'www.ropes.example is blocked as well; it stays blocked',
      'blocked.0': 'a b.c is not a domain',
    });
  });
});

describe('blocked phrases', () => {
  test('an entry that would stand everywhere, or nowhere, is refused with the reason', () => {
    expect(phraseFault(phrase('a'))).toMatch(/One letter/u);
    expect(phraseFault(phrase('aaaa'))).toMatch(/One letter/u);
    expect(phraseFault(phrase('\u200b\u0301...'))).toMatch(/Nothing of it/u);
    expect(phraseFault(phrase('(', { kind: 'pattern' }))).toMatch(/cannot be read/u);
    expect(phraseFault(phrase('a*', { kind: 'pattern' }))).toBe('It matches everything');
    expect(phraseFault(phrase('x'.repeat(10_000), { kind: 'pattern' }))).toMatch(/at most 1,000/u);
    expect(phraseFault(phrase('mud'))).toBeUndefined();
  });

  test('an exact one, a pattern and an exception do what they say', () => {
    const filter = FILTERS.phrases.prepare({
      phrases: [
        phrase('lamp', { exact: true }),
        phrase('dr[io]p{3,}', { kind: 'pattern' }),
        phrase('grit', { wholeWords: false }),
      ],
      exceptions: ['integrity'],
    });
    const parts = (text: string): string[] =>
      filter.measure(written(text), alone).fragments.map(({ from, to }) => text.slice(from, to));
    expect(parts('a Lamp, an L4mp, lamps')).toEqual(['Lamp']);
    expect(parts('so dripppp')).toEqual(['dripppp']);
    expect(parts('integrity, but gr1tty')).toEqual(['gr1t']);
  });

  test('whatever stands around or within a phrase, what is marked is the phrase', () => {
    const noise = fc.constantFrom('', '\u200b', '\u0301');
    const around = fc.constantFrom('', 'the lake ', '... ', '😀 ');
    fc.assert(
      fc.property(
        around,
        fc.array(noise, { minLength: 7, maxLength: 7 }),
        around,
        (before, between, after) => {
          const hidden = Array.from('mudlark', (letter, at) => letter + (between[at] ?? '')).join('');
          const text = `${before}${hidden} ${after}`;
          const [part] = PHRASES.measure(written(text), alone).fragments;
          const marked = text.slice(part?.from, part?.to).replace(/\u200b|\u0301/gu, '');
          expect(marked).toBe('mudlark');
        },
      ),
    );
  });
});

describe('what was written before', () => {
  /** Everything written in turn, as the guard remembers it. */
  const inTurn = (filter: Prepared, lines: readonly (readonly [string, string, number])[]): boolean[] => {
    const recent = new Recent();
    return lines.map(([viewer, text, at]) => {
      const reading = written(text, viewer, at);
      const { caught } = filter.measure(reading, recent.before(reading));
      recent.add(reading);
      return caught;
    });
  };

  test('pace counts one viewer’s messages within the time, and forgets those before it', () => {
    const filter = FILTERS.pace.prepare({ most: 2, seconds: 10 });
    expect(
      inTurn(filter, [
        ['a', 'one', 0],
        ['a', 'two', 1_000],
        ['b', 'one', 1_500],
        ['a', 'three', 2_000],
        ['a', 'four', 11_500],
        ['a', 'five', 11_600],
      ]),
    ).toEqual([false, false, false, true, false, true]);
  });

  test('nearly the same from one viewer is a repetition, from many a wave', () => {
    const text = 'come and see the great lamp sale behind the old mill';
    const near = (n: number): string =>
      text.replace('old', `old${'!'.repeat(n)}`).replace('great', n % 2 === 0 ? 'grеat' : 'GREAT');
    const repeated = FILTERS.repetition.prepare(FILTERS.repetition.blank);
    expect(
      inTurn(
        repeated,
        [0, 1, 2, 3, 4].map((n) => ['a', near(n), n * 1_000] as const),
      ),
    ).toEqual([false, false, false, true, true]);
    const wave = FILTERS.wave.prepare(FILTERS.wave.blank);
    expect(
      inTurn(
        wave,
        [0, 1, 2, 3, 4, 5].map((n) => [`v${String(n)}`, near(n), n * 1_000] as const),
      ),
    ).toEqual([false, false, false, false, true, true]);
    // Many say hello at once, and one says different things.
    expect(
      inTurn(
        wave,
        Array.from({ length: 12 }, (_, n) => [`v${String(n)}`, 'hello all', n] as const),
      ),
    ).not.toContain(true);
    expect(
      inTurn(
        repeated,
        ['the map', 'a rope', 'my lamp', 'wet feet'].map((each, n) => ['a', each, n] as const),
      ),
    ).not.toContain(true);
  });

  test('a rush of texts is compared with few, and finds the same as comparing with all', () => {
    const words = ['lamp', 'rope', 'lake', 'mill', 'sale', 'great', 'behind', 'wet'];
    const text = fc
      .array(fc.constantFrom(...words), { minLength: 8, maxLength: 9 })
      .map((all) => all.join(' '));
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), text), { maxLength: 60 }), (lines) => {
        const filter = FILTERS.wave.prepare({ most: 1, seconds: 600, alike: 80, from: 1 });
        const all: Reading[] = [];
        const recent = new Recent();
        for (const [n, [viewer, line]] of lines.entries()) {
          const reading = written(line, `v${String(viewer)}`, n);
          const everything = all.map(({ written: { viewer: who, at }, shingles }) => ({
            shingles,
            viewers: new Map([[who, at]]),
          }));
          const slow = filter.measure(reading, { own: [], near: () => everything });
          expect(filter.measure(reading, recent.before(reading)).value).toBe(slow.value);
          recent.add(reading);
          all.push(reading);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('all filters', () => {
  const anyText = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 120 }),
    fc
      .constantFrom(
        'AAAA',
        'ha ha ha ha',
        '!!!!',
        '🦇🦇',
        'ropes.example',
        '\u0301\u0301',
        '\u202e',
        'x\n\ny',
      )
      .chain((part) => fc.integer({ min: 1, max: 30 }).map((times) => part.repeat(times))),
  );

  test('a stricter limit never catches less, and none throws or marks what is not there', () => {
    const limits = {
      capitals: ['most', 'from'],
      symbols: ['most', 'from', 'run', 'marks'],
      length: ['characters', 'lines'],
      emotes: ['most', 'share', 'from'],
      repetition: ['most', 'characters', 'words', 'alike'],
      pace: ['most'],
      wave: ['most', 'alike', 'from'],
    } as const;
    type Named = keyof typeof limits;
    const settings = fc.constantFrom(...(Object.keys(limits) as Named[])).chain((name) =>
      fc.record({
        name: fc.constant(name),
        limit: fc.constantFrom<string>(...limits[name]),
        less: fc.integer({ min: 0, max: 100 }),
      }),
    );
    fc.assert(
      fc.property(
        settings,
        fc.array(anyText, { minLength: 1, maxLength: 5 }),
        ({ name, limit, less }, texts) => {
          const { blank, prepare } = FILTERS[name] as unknown as {
            blank: Record<string, number>;
            prepare: (s: unknown) => Prepared;
          };
          const strict = {
            ...blank,
            [limit]: Math.max(1, Math.floor((blank[limit] ?? 0) * (1 - less / 100))),
          };
          const recent = new Recent();
          for (const [n, text] of texts.entries()) {
            const reading = written(text, 'v', n);
            const before = recent.before(reading);
            const [mild, hard] = [
              prepare(blank).measure(reading, before),
              prepare(strict).measure(reading, before),
            ];
            if (mild.caught) expect(hard.caught).toBe(true);
            for (const { from, to } of [...mild.fragments, ...hard.fragments])
              expect(from >= 0 && to >= from && to <= text.length).toBe(true);
            recent.add(reading);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  test('settings out of range are told by their names', () => {
    expect(FILTERS.capitals.faults({ most: 101, from: 0 })).toEqual({
      most: 'Give a whole number from 0 to 100',
      from: 'Give a whole number from 1 to 500',
    });
    for (const { blank, faults } of Object.values(FILTERS))
      expect((faults as (s: unknown) => object)(blank)).toEqual({});
  });
});
