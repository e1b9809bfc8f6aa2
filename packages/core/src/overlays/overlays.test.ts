import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { EMPTY_WORLD } from '../channel/index.js';
import { ALWAYS } from '../stream/index.js';
import {
  BLANK_OVERLAY,
  dataOf,
  drawnPieces,
  newPiece,
  OVERLAY_LIMITS,
  overlayFaults,
  OVERLAY_THING,
  PIECE_KINDS,
  relayered,
  trialOf,
  untilHour,
  within,
  type OverlayBody,
  type Piece,
  type PieceMoment,
} from './index.js';

const body = (pieces: readonly Piece[], more: Partial<OverlayBody> = {}): OverlayBody => ({
  ...BLANK_OVERLAY,
  name: 'The Lantern Hour',
  pieces,
  ...more,
});
const piece = (kind: string, part: Partial<Piece> = {}): Piece => ({
  ...newPiece(kind, kind, BLANK_OVERLAY),
  ...part,
});
const moment = (part: Partial<PieceMoment> = {}): PieceMoment => ({
  world: {
    ...EMPTY_WORLD,
    counters: { of: () => ({ value: 212, most: 268 }), names: () => ['depth'] },
    purse: {
      ...EMPTY_WORLD.purse,
      top: () => [
        { name: 'siltlark', balance: 1_504 },
        { name: 'pebblewren', balance: 1 },
      ],
    },
  },
  at: Date.parse('2026-11-26T20:00:00Z'),
  render: (text) => text,
  lines: () => [
    { id: '1', name: 'pebblewren', role: 'viewer', text: 'hello', own: false },
    { id: '2', name: 'gully', role: 'streamer', text: 'hi', own: true },
  ],
  media: (id) => (id === 'rope' ? { url: '/overlay/media/rope.webp', kind: 'picture' } : undefined),
  ...part,
});

describe('an overlay', () => {
  test('is told what is wrong with it, by place', () => {
    const all = Object.keys(PIECE_KINDS).map((kind) => piece(kind));
    const fine = all.map((each) => {
      const settings = { ...each.settings };
      if ('counter' in settings) settings.counter = 'depth';
      if ('media' in settings) settings.media = 'rope';
      return { ...each, settings };
    });
    expect(overlayFaults(body(fine), [])).toEqual({});
    const wrong = body(
      [
        piece('text', { id: 'a', x: 5_000, look: { ...piece('text').look, colour: 'red', size: 3 } }),
        piece('stage', { id: 'b' }),
        piece('stage', { id: 'c', settings: { most: 0, fresh: 1, gap: 99 } }),
        piece('counter', { id: 'd', width: 1, seconds: -1, when: { ...ALWAYS, from: '25:00' } }),
        piece('picture', { id: 'd', settings: { media: 'gone' } }),
        { ...piece('text', { id: 'e' }), kind: 'of-a-later-gully' },
      ],
      { width: 20, still: 'gone' },
    );
    const faults = overlayFaults(wrong, [{ name: 'the lantern hour ' }], { has: () => false });
    expect(Object.keys(faults).sort()).toEqual(
      [
        'name',
        'width',
        'still',
        'pieces',
        'pieces.0.x',
        'pieces.0.width',
        'pieces.0.look.colour',
        'pieces.0.look.size',
        'pieces.1.x',
        'pieces.1.width',
        'pieces.2.x',
        'pieces.2.width',
        'pieces.2.settings.most',
        'pieces.2.settings.fresh',
        'pieces.2.settings.gap',
        'pieces.3.x',
        'pieces.3.width',
        'pieces.3.seconds',
        'pieces.3.when',
        'pieces.3.settings.counter',
        'pieces.4.x',
        'pieces.4.width',
        'pieces.4.settings.media',
        'pieces.5',
      ].sort(),
    );
  });

  test('shows of each piece what it is about, and nothing of what is hidden or not on now', () => {
    const shown = (kind: string, part: Partial<Piece> = {}): unknown => dataOf(piece(kind, part), moment());
    expect(shown('counter', { settings: { counter: 'depth', label: 'down' } })).toEqual({
      label: 'down',
      value: 212,
    });
    expect(shown('counter')).toBeNull();
    expect(shown('goal', { settings: { counter: 'depth', goal: 300, label: '' } })).toMatchObject({
      goal: 300,
    });
    expect(shown('leaderboard', { settings: { title: 'Top', most: 1 } })).toEqual({
      title: 'Top',
      rows: [{ name: 'siltlark', beside: expect.stringMatching(/^1,504/u) }],
    });
    expect(shown('queue')).toBeNull();
    for (const kind of ['wheel', 'boss', 'crew', 'finds', 'bingo']) expect(shown(kind)).toBeNull();
    expect(shown('chat')).toEqual([expect.objectContaining({ name: 'pebblewren' })]);
    expect(shown('picture', { settings: { media: 'rope' } })).toEqual({
      url: '/overlay/media/rope.webp',
      video: false,
    });
    expect(shown('picture', { settings: { media: 'gone' } })).toBeNull();
    expect(shown('text', { hidden: true })).toBeNull();
    expect(shown('text', { when: { ...ALWAYS, live: 'live' } })).toBeNull();
    expect(shown('text', { settings: { text: '  ' } })).toBeNull();
    expect(shown('wheel-of-a-later-gully'.replace(/.*/u, 'stage'))).toEqual({ of: 'alerts' });
    const [drawn] = drawnPieces(
      body([piece('counter', { settings: { counter: 'depth', label: '' } })]),
      moment(),
    );
    expect(Object.keys(drawn!)).not.toContain('settings');
  });

  test('has something to see of every kind where it is tried or arranged, also in a channel with nothing', () => {
    const empty = { world: EMPTY_WORLD, lines: () => [], media: () => undefined };
    for (const kind of Object.keys(PIECE_KINDS)) {
      const data = trialOf(piece(kind), moment(empty));
      expect([kind, data]).toEqual([kind, JSON.parse(JSON.stringify(data))]);
      expect([kind, data === null]).toEqual([kind, false]);
    }
    // What there is comes first.
    expect(trialOf(piece('leaderboard'), moment())).toMatchObject({ rows: [{ name: 'siltlark' }, {}] });
  });

  test('counts down to an hour of the day, over the change of the day and of the clock', () => {
    const left = (hour: string, iso: string, zone = 'Europe/Lisbon'): number =>
      untilHour(hour, Date.parse(iso), zone) / 60_000;
    expect(left('21:30', '2026-11-26T20:00:00Z')).toBe(90);
    expect(left('21:30', '2026-07-26T20:00:00Z')).toBe(30);
    expect(left('20:00', '2026-11-26T20:30:00Z')).toBe(-30);
    expect(left('00:10', '2026-11-26T23:40:00Z')).toBe(30);
    expect(left('20:00', '2026-11-26T21:30:00Z')).toBe(22.5 * 60);
  });

  test('refers to media by id, carries names in bundles, and finds them again', () => {
    const thing = OVERLAY_THING;
    const given = body([piece('picture', { settings: { media: 'rope' } }), piece('text')], { still: 'cave' });
    expect(thing.referencesOf(given)).toEqual([
      { to: 'media', id: 'cave' },
      { to: 'media', id: 'rope' },
    ]);
    const named = thing.withReferences(given, ({ id }) => `the ${id}`);
    expect([named.still, named.pieces[0]?.settings.media]).toEqual(['the cave', 'the rope']);
    expect(OVERLAY_THING.textsOf(given).join()).toContain('stream.title');
  });
});

describe('arranging', () => {
  test('wherever a piece is put, a part of it stays in sight and it can be saved', () => {
    const length = fc.double({ min: -20_000, max: 20_000, noNaN: true });
    fc.assert(
      fc.property(length, length, length, length, (x, y, width, height) => {
        const box = within({ x, y, width, height }, BLANK_OVERLAY);
        expect(overlayFaults(body([piece('text', box)]), [])).toEqual({});
      }),
    );
  });

  test('a piece moves among the layers, and no further than they go', () => {
    const pieces = ['a', 'b', 'c'].map((id) => piece('text', { id }));
    const order = (id: string, by: number): string =>
      relayered(pieces, id, by)
        .map((each) => each.id)
        .join('');
    expect([order('a', 1), order('a', 9), order('c', -1), order('b', -9), order('gone', 1)]).toEqual([
      'bac',
      'bca',
      'acb',
      'bac',
      'abc',
    ]);
    const [small] = [newPiece('stage', 'x', { ...BLANK_OVERLAY, width: 300, height: 200 })];
    expect(small).toMatchObject({ x: 0, y: 0, width: 300, height: 200 });
    expect(OVERLAY_LIMITS.piece).toBeLessThan(200);
  });
});
