import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import {
  byteLength,
  CounterValue,
  durationInWords,
  readDuration,
  typedDuration,
  elapsedInWords,
  Moment,
  nearestName,
  parseText,
  renderText,
  Span,
  unknownIn,
  splitText,
  stripCommandLead,
  stripControls,
  unescapedIn,
} from './index.js';

const VALUES = {
  viewer: { name: 'pebblewren' },
  input: { all: 'down we go' },
  command: { uses: 3 },
  channel: { name: 'lanternhour' },
  counter: { depth: new CounterValue(212, 268) },
  stream: { uptime: new Span(7_510), since: new Moment(Date.UTC(2026, 10, 23, 18), 'UTC') },
  commands: { open: () => ['!map', '!kit'] },
};
const SCOPE = {
  values: VALUES,
  known: new Set([
    'viewer.name',
    'input.all',
    'command.uses',
    'channel.name',
    'counter.depth',
    'counter.depth.most',
    'stream.uptime',
    'stream.since',
    'commands.open',
  ]),
  chance: chanceFrom(() => 0.5),
  now: Date.UTC(2026, 10, 23, 20, 5),
};
/** Any text, with what breaks naive cutting: surrogate pairs, joined emoji, combining marks, right-to-left. */
const anyText = fc.string({
  unit: fc.oneof(
    fc.constantFrom('a', ' ', '/', '.', 'é', 'ß', '🕯️', '👩‍🚒', 'e\u0301', 'ש', '\u200b', '\n', '\r', '\0'),
    fc.string({ unit: 'binary', minLength: 1, maxLength: 1 }),
  ),
  maxLength: 400,
});

describe('splitting a text for chat', () => {
  test('no part is over the limit, none is empty, and no character is cut or lost', () => {
    fc.assert(
      fc.property(anyText, fc.integer({ min: 40, max: 450 }), (text, limit) => {
        const parts = splitText(text, limit);
        for (const part of parts) {
          expect(byteLength(part)).toBeLessThanOrEqual(limit);
          expect(part.trim()).not.toBe('');
          if (text.isWellFormed()) expect(part.isWellFormed()).toBe(true);
        }
        const unspaced = (each: string): string => each.replace(/\s+/gu, '');
        expect(unspaced(parts.join(''))).toBe(unspaced(text));
      }),
    );
  });

  test('words stay whole where they fit', () => {
    expect(splitText('the left passage draws air', 12)).toEqual(['the left', 'passage', 'draws air']);
  });

  test('a word that fits nowhere begins where it stands', () => {
    expect(splitText(`L ${'x'.repeat(30)} y`, 12)).toEqual([
      `L ${'x'.repeat(10)}`,
      'x'.repeat(12),
      `${'x'.repeat(8)} y`,
    ]);
  });

  test('a character of several code points is not cut in two', () => {
    const family = '👩‍👩‍👧‍👦';
    for (const part of splitText(family.repeat(40), 60))
      expect(part).toBe(family.repeat(part.length / family.length));
  });

  test('no more parts than asked for, and the last says that something is missing', () => {
    const parts = splitText('rope '.repeat(400), 100, 3);
    expect(parts).toHaveLength(3);
    expect(parts[2]).toMatch(/…$/u);
    expect(byteLength(parts[2]!)).toBeLessThanOrEqual(100);
  });
});

test('values that could break the JSON they stand in are found, with what to write instead', () => {
  const found = (source: string) => unescapedIn(source).map(({ inner, instead }) => [inner, instead?.by]);
  expect(
    found('{ "a": "{{ input.all }}", "n": {{ counter.depth }}, "b": {{ viewer.name | json }} }'),
  ).toEqual([['input.all', '{{ input.all | json }}']]);
  expect(found('{ "a": "by {{ viewer.name | upcase }}!", "b": {{- event.message -}} }')).toEqual([
    ['viewer.name | upcase', undefined],
    ['event.message', undefined],
  ]);
});

describe('what must not leave for chat', () => {
  test('no control character survives, whatever is typed', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        // eslint-disable-next-line no-control-regex -- control characters are what this is about
        expect(stripControls(text)).not.toMatch(/[\u0000-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/u);
      }),
    );
  });

  test('no text begins with / or . once its lead is stripped, hidden characters or not', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        expect(stripCommandLead(text)).not.toMatch(/^[\s\p{Cf}]*[/.]/u);
      }),
    );
    expect(stripCommandLead('\u200b /ban pebblewren')).toBe('ban pebblewren');
    expect(stripCommandLead('3.5 metres / 4')).toBe('3.5 metres / 4');
  });
});

describe('texts with values', () => {
  const render = (source: string): ReturnType<typeof renderText> => {
    const result = parseText(source);
    if ('fault' in result) throw new Error(result.fault.message);
    return renderText(result.text, SCOPE);
  };

  test('values are filled in, and Liquid decides', () => {
    expect(
      render('{{ viewer.name }}: {{ input.all | upcase }} #{{ command.uses }} in {{ channel.name }}').text,
    ).toBe('pebblewren: DOWN WE GO #3 in lanternhour');
    expect(render('{% if input.all == "" %}none{% else %}some{% endif %}').text).toBe('some');
  });

  test('what only inserts values comes out as Liquid has it, for as many steps', () => {
    const path = fc.constantFrom(
      ...SCOPE.known,
      ...[
        'viewer',
        'nobody',
        'nobody.name',
        'viewer.name.length',
        'commands.open.first',
        'stream.uptime.seconds',
      ],
      ...[
        'odd.none',
        'odd.list',
        'odd.list.size',
        'odd.throws',
        'odd.asked.name',
        'constructor',
        'viewer.toString',
      ],
    );
    const values = {
      ...VALUES,
      odd: {
        none: null,
        list: ['a', 1, null],
        throws: () => {
          throw new Error('gone');
        },
        asked: () => ({ name: 'thistle' }),
      },
    };
    const piece = fc.oneof(
      path.map((each) => `{{ ${each} }}`),
      path.map((each) => `{{${each}}}`),
      fc.constantFrom(
        'and ',
        '{',
        '} ',
        '\n',
        '{{ 1 }}',
        '{{ "rope" }}',
        '{{- viewer.name -}}',
        '{{ true }}',
        '🕯️',
      ),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 6 }), fc.integer({ min: 0, max: 12 }), (pieces, left) => {
        const parsed = parseText(pieces.join(''));
        if (!('text' in parsed)) return;
        const [ours, liquids] = [[{ left }], [{ left }]];
        const filled = renderText(parsed.text, { ...SCOPE, values, budgets: ours });
        const byLiquid = { ...parsed.text, plain: undefined };
        expect(filled).toEqual(renderText(byLiquid, { ...SCOPE, values, budgets: liquids }));
        expect(ours).toEqual(liquids);
      }),
      { numRuns: 400 },
    );
  });

  test('an unknown value is empty, noted, and its nearest name is found', () => {
    expect(render('Hello {{ viewer.nme }}, {{ viewer }} {{ viewer.constructor }}!')).toEqual({
      text: 'Hello ,  !',
      notes: ['viewer.nme', 'viewer', 'viewer.constructor'].map(
        (path) => `There is no value called ${path}; it was left empty`,
      ),
    });
    const result = parseText('one\n{{ viewer.nme }}');
    expect('text' in result && unknownIn(result.text, SCOPE.known)).toEqual([
      { path: 'viewer.nme', nearest: 'viewer.name', line: 2, column: 4 },
    ]);
  });

  test.each([
    ['{{ counter.depth }} m, at most {{ counter.depth.most }}', '212 m, at most 268'],
    ['{% if counter.depth > 200 %}deep{% endif %} {{ counter.depth | plus: 1 }}', 'deep 213'],
    ['{{ 7 | divided_by: 2 }}, {{ 7 | divided_by: 0 }}, {{ 7 | modulo: 3 }}{{ 7 | modulo: 0 }}', '3.5, , 1'],
    ['{{ stream.uptime }}', '2 h 5 min'],
    ['{% if stream.uptime > 7200 %}long{% endif %}', 'long'],
    ['{{ 90 | duration }}', '1 min'],
    ['{{ stream.since }}, {{ stream.since | ago }} ago', '23 November 2026, 2 h 5 min ago'],
    ['{{ stream.since | date: "%Y" }}', '2026'],
    ['{{ 1 | amount: "boot", "boots" }}, {{ 1204 | amount: "boot", "boots" }}', '1 boot, 1,204 boots'],
    [
      '{{ 1 | ordinal }} {{ 2 | ordinal }} {{ 3 | ordinal }} {{ 11 | ordinal }} {{ 22 | ordinal }}',
      '1st 2nd 3rd 11th 22nd',
    ],
    ['{{ "left, right , on" | pick }}', 'right'],
    ['{{ "" | pick }}{{ nil | ago }}{{ "x" | duration }}', '0 s'],
    ['{{ commands.open | join: " " }}; {{ commands.open }}', '!map !kit; !map, !kit'],
  ])('%s reads %j', (source, text) => {
    expect(render(source)).toEqual({ text, notes: [] });
  });

  test.each([
    ['down {{ viewer.name', 1, 6, /not closed/],
    ['one\n two {% if %}', 2, 11, /.+/],
    ['{{ viewer.name | shout }}', 1, 1, /filter.*shout/i],
    ['{% include "secrets" %}', 1, 1, /include/],
    ['{% render "secrets" %}', 1, 1, /render/],
  ])('what cannot be read is refused with its place: %j', (source, line, column, message) => {
    const result = parseText(source);
    expect(result).toEqual({ fault: { message: expect.stringMatching(message), line, column } });
  });

  test.each([
    '{% for i in (1..1000000000) %}x{% endfor %}',
    '{% for i in (1..9000) %}{% for j in (1..9000) %}{{ j }}{% endfor %}{% endfor %}',
    `{% assign s = "${'a'.repeat(100)}" %}{% for i in (1..60) %}{% assign s = s | append: s %}{% endfor %}{{ s }}`,
  ])('a text without end is stopped, with a note and nothing said: %j', (source) => {
    const { text, notes } = render(source);
    expect(text).toBe('');
    expect(notes).toEqual([
      expect.stringMatching(/^The text was stopped: it (asks for too much work|grew too large)/u),
    ]);
  });

  test('no text a person may write makes parsing or rendering throw', () => {
    const piece = fc.constantFrom(
      '{{',
      '}}',
      '{%',
      '%}',
      ' if ',
      'endif',
      'for i in (1..5)',
      'endfor',
      'viewer.name',
      '|',
      'date',
      '"',
      ' raw ',
      'assign a = 1',
      'cycle',
      '[',
      ']',
      '.',
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(piece, fc.string()), { maxLength: 12 }), (pieces) => {
        const result = parseText(pieces.join(''));
        if ('fault' in result) expect(result.fault.message).not.toBe('');
        else expect(typeof renderText(result.text, SCOPE).text).toBe('string');
      }),
    );
  });
});

test('a wait in words is never shorter than the wait', () => {
  expect([0, 1, 1_000, 1_001, 60_000, 7_500_000, 90_061_000].map(durationInWords)).toEqual([
    '0 s',
    '1 s',
    '1 s',
    '2 s',
    '1 min',
    '2 h 5 min',
    '1 d 1 h',
  ]);
});

test('a span is read as people type it, and as it is shown', () => {
  const read = (typed: string): number | undefined => readDuration(typed, 'm');
  expect(['30s', '5m', '1h 30m', '1h30m', '1.5 hours', '2', ' 1 day ', '90 sec', '1,5 h'].map(read)).toEqual([
    30_000, 300_000, 5_400_000, 5_400_000, 5_400_000, 120_000, 86_400_000, 90_000, 5_400_000,
  ]);
  expect(['', 'abc', '5x', '1h 2', '1m 2m', '-5', '5 m!', 'm'].map(read)).toEqual(Array(8).fill(undefined));
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 10_000_000 }), (seconds) => {
      expect(readDuration(typedDuration(seconds * 1000), 's')).toBe(seconds * 1000);
    }),
  );
});

test('a span that has passed is never longer than it was', () => {
  expect([-5, 40_900, 61_000, 1_890_000, 34_000_000_000].map(elapsedInWords)).toEqual([
    '0 s',
    '40 s',
    '1 min',
    '31 min',
    '1 y 28 d',
  ]);
});

test('a near name is found, a far one is not', () => {
  expect(nearestName('deph', ['map', 'depth', 'kit'])).toBe('depth');
  expect(nearestName('xyzzy', ['map', 'depth', 'kit'])).toBeUndefined();
  expect(nearestName('x'.repeat(5_000), ['map', 'depth', 'kit'])).toBeUndefined();
  expect(nearestName('', [])).toBeUndefined();
});
