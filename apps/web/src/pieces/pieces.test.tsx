import '../test-support/browser.js';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { BLANK_OVERLAY, newPiece, PIECE_KINDS, type DrawnPiece, type Piece } from '@gully/core/overlays';
import { act, cleanup, render } from '@testing-library/react';
import { DRAWN, PieceBox } from './index.js';

const drawn = (kind: string, data: unknown, part: Partial<Piece> = {}): DrawnPiece => ({
  ...newPiece(kind, kind, BLANK_OVERLAY),
  ...part,
  data,
});
const NOTHING = { alert: null, cardsApart: false };

beforeEach(() => {
  cleanup();
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

/** What a piece looks like, and how it is drawn with something else. */
function show(piece: DrawnPiece) {
  const page = render(<PieceBox piece={piece} stage={NOTHING} />);
  return {
    text: () => page.container.textContent,
    box: () => page.container.querySelector<HTMLElement>('.piece'),
    next: (data: unknown) => {
      page.rerender(<PieceBox piece={{ ...piece, data }} stage={NOTHING} />);
    },
  };
}
const pass = (ms: number): void => {
  act(() => {
    jest.advanceTimersByTime(ms);
  });
};

test('every kind of piece is drawn, or shows alerts', () => {
  expect(Object.keys({ ...DRAWN, stage: 0, 'viewer-card': 0 }).sort()).toEqual(
    Object.keys(PIECE_KINDS).sort(),
  );
  const later = { ...drawn('text', { text: 'x' }), kind: 'of-a-later-gully' };
  expect(show(later).box()).toBeNull();
});

test.each([
  ['goal', { label: 'To the lake', value: 134, goal: 268 }, 'To the lake134 of 268'],
  [
    'leaderboard',
    { title: 'Most flint', rows: [{ name: 'siltlark', beside: '1,504 flint' }] },
    'Most flintsiltlark1,504 flint',
  ],
  [
    'queue',
    {
      title: 'Ropes',
      open: true,
      playing: ['lowceiling'],
      called: [],
      rows: [{ name: 'hollowbee', beside: '1' }],
      more: 4,
    },
    'RopesopenPlaying: lowceiling1. hollowbeeand 4 more',
  ],
  ['commands', { title: '', names: ['!map', '!kit'] }, '!map!kit'],
  [
    'boss',
    { title: 'The Old Boiler', left: 40, most: 110, fighters: 'siltlark and hollowbee', over: false },
    'The Old Boiler40 of 110siltlark and hollowbee',
  ],
  [
    'crew',
    {
      title: 'The Descent',
      names: [
        { name: 'siltlark', fate: 'back' },
        { name: 'hollowbee', fate: 'lost' },
      ],
      more: 3,
      over: true,
    },
    'The Descentback at the topsiltlark backhollowbee lostand 3 more',
  ],
  ['finds', { title: 'Flint', left: 2, most: 5, last: 'siltlark' }, 'Flint2 of 5 leftsiltlark has one'],
  ['bingo', { title: 'Bingo', called: ['4', '17'], winners: '' }, 'Bingo174'],
  [
    'chat',
    [{ id: '1', name: 'pebblewren', role: 'viewer', text: '<b>hi</b>', own: false }],
    'pebblewren <b>hi</b>',
  ],
])('%s says what it is about', (kind, data, text) => {
  expect(show(drawn(kind, data)).text()).toBe(text);
});

test('a wheel turns to the segment that was drawn, says it once it stands, and turns anew with another spin', () => {
  const segments = [
    { label: 'mud', colour: '#566259', weight: 3 },
    { label: 'a pouch', colour: '#48652a', weight: 1 },
  ];
  const spin = { title: 'The survey wheel', segments, id: 'r1', name: 'siltlark', stops: 1, seconds: 5 };
  const wheel = show(drawn('wheel', spin));
  const turned = (): string | undefined =>
    wheel.box()?.querySelector<SVGGElement>('.turning')?.style.transform;
  pass(50);
  // Seven eighths of a turn bring the middle of the last quarter to the top, after five whole turns.
  expect(turned()).toBe(`rotate(${String(-360 * (5 + 7 / 8))}deg)`);
  expect(wheel.text()).not.toContain('siltlark: a pouch');
  pass(5_000);
  expect(wheel.text()).toContain('siltlark: a pouch');
  wheel.next({ ...spin, id: 'r2', stops: 0 });
  expect(turned()).toBe('rotate(0deg)');
  pass(5_050);
  expect(wheel.text()).toContain('siltlark: mud');
});

test('a goal that is passed is full, and a picture fills its box', () => {
  const goal = show(drawn('goal', { label: '', value: 400, goal: 268 }));
  expect(goal.box()?.querySelector('i')?.style.width).toBe('100%');
  const picture = show(drawn('picture', { url: '/overlay/media/a.webp', video: false }));
  expect(picture.box()?.className).toContain('bare-piece');
  expect(
    show(drawn('picture', { url: '/overlay/media/a.webm', video: true }))
      .box()
      ?.querySelector('video'),
  ).not.toBeNull();
});

test('a countdown runs by the page’s own clock from what was left, then says that it is over', () => {
  const down = show(drawn('countdown', { label: 'Down in', ms: 3_725_000, up: false, over: 'Any moment' }));
  expect(down.text()).toBe('Down in1:02:05');
  pass(5_000);
  expect(down.text()).toBe('Down in1:02:00');
  down.next({ label: 'Down in', ms: 2_000, up: false, over: 'Any moment' });
  expect(down.text()).toBe('Down in0:02');
  pass(2_250);
  expect(down.text()).toBe('Any moment');
  const up = show(drawn('countdown', { label: 'Below for', ms: 60_000, up: true, over: '' }));
  pass(3_000);
  expect(up.text()).toBe('Below for1:03');
  up.next({ label: 'Below for', ms: null, up: true, over: '' });
  expect(up.text()).toBe('Below for');
});

test('a piece comes and goes as it says, and stays for a while after each change', () => {
  const piece = show(
    drawn('counter', { label: 'down', value: 1 }, { entrance: 'drop', exit: 'none', seconds: 3 }),
  );
  expect(piece.box()?.className).toContain('comes by-drop');
  pass(2_900);
  piece.next({ label: 'down', value: 2 });
  pass(2_900);
  expect(piece.text()).toBe('down2');
  pass(200);
  pass(10);
  expect(piece.box()).toBeNull();
  piece.next(null);
  expect(piece.box()).toBeNull();
});

test('looks are as they were set, and letters may have an edge', () => {
  const look = {
    font: 'heading',
    size: 40,
    colour: '#e58a62',
    background: '',
    align: 'center',
    edge: true,
  } as const;
  const box = show(drawn('text', { text: 'below' }, { look, x: 12, y: 34, width: 560, height: 78 })).box()!;
  expect(box.className).toContain('in-heading edged');
  expect([box.style.left, box.style.top, box.style.width, box.style.height, box.style.fontSize]).toEqual([
    '12px',
    '34px',
    '560px',
    '78px',
    '40px',
  ]);
  expect(box.style.textAlign).toBe('center');
});
