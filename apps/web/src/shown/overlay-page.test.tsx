import '../test-support/browser.js';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { BLANK_OVERLAY, newPiece, type Piece, type Scene, type ShownAlert } from '@gully/core/overlays';
import { act, cleanup, render, screen } from '@testing-library/react';
import { OverlayPage, type OverlaySocket } from './overlay-page.js';

/** A connection to a server that says what the test says. */
class Wire {
  private readonly heard = new Map<string, (about: never) => void>();
  readonly said: object[] = [];
  ended = false;

  on(what: string, then: (about: never) => void): void {
    this.heard.set(what, then);
  }
  emit(_what: 'state', state: object): void {
    this.said.push(state);
  }
  tell(what: string, about?: unknown): void {
    act(() => {
      this.heard.get(what)?.(about as never);
    });
  }
  connect = (): undefined => undefined;
  off(): void {
    this.heard.clear();
  }
  disconnect(): void {
    this.ended = true;
  }
}

const ALERT: ShownAlert = {
  id: 'a1',
  media: { url: '/overlay/media/lantern.webp', video: false },
  portrait: null,
  card: null,
  text: 'quillrush is down',
  sound: '/overlay/media/bell.wav',
  volume: 50,
  speak: '',
  animation: 'rise',
  place: 'top',
  ms: 4_000,
  elapsed: 0,
  test: false,
};
const drawn = (kind: string, data: unknown, part: Partial<Piece> = {}) => ({
  ...newPiece(kind, kind, BLANK_OVERLAY),
  ...part,
  data,
});
const scene = (part: Partial<Scene> = {}): Scene => ({
  width: 1_920,
  height: 1_080,
  pieces: [drawn('stage', { of: 'alerts' }), drawn('text', { text: 'below' })],
  showing: null,
  audible: true,
  ...part,
});

const played: string[] = [];
class FakeAudio extends EventTarget {
  volume = 1;
  constructor(readonly url: string) {
    super();
  }
  play(): Promise<void> {
    played.push(`${this.url} ${String(this.volume)}`);
    return Promise.resolve();
  }
  pause(): void {
    played.push(`${this.url} stopped`);
  }
}
let context = 'running';
Object.assign(globalThis, {
  Audio: FakeAudio,
  AudioContext: class {
    readonly state = context;
    close(): Promise<void> {
      return Promise.resolve();
    }
  },
});

let wire: Wire;
beforeEach(() => {
  cleanup();
  played.length = 0;
  context = 'running';
  jest.useFakeTimers();
  wire = new Wire();
  render(<OverlayPage socket={wire as unknown as OverlaySocket} wantsSound />);
});
afterEach(() => {
  jest.useRealTimers();
});
const pass = (ms: number): void => {
  act(() => {
    jest.advanceTimersByTime(ms);
  });
};

test('an alert is seen and heard once, and goes by itself when its time is over', () => {
  wire.tell('scene', scene());
  wire.tell('showing', ALERT);
  expect(screen.getByText('quillrush is down').parentElement?.className).toContain('at-top comes by-rise');
  expect(played).toEqual(['/overlay/media/bell.wav 0.5']);
  // Told again, as after a short break: nothing begins anew.
  wire.tell('scene', scene({ showing: { ...ALERT, elapsed: 1_000 } }));
  expect(played).toHaveLength(1);
  pass(2_999);
  expect(screen.queryByText('quillrush is down')).not.toBeNull();
  pass(2);
  pass(400);
  expect(screen.queryByText('quillrush is down')).toBeNull();
});

test('one that has stood for a while is seen without its sound; a skipped one falls silent', () => {
  wire.tell('scene', scene({ showing: { ...ALERT, elapsed: 3_000 } }));
  expect(played).toEqual([]);
  wire.tell('showing', { ...ALERT, id: 'a2' });
  wire.tell('showing', null);
  expect(played).toEqual(['/overlay/media/bell.wav 0.5', '/overlay/media/bell.wav stopped']);
  wire.tell('audible', false);
  wire.tell('showing', { ...ALERT, id: 'a3' });
  wire.tell('sound', { url: '/overlay/media/knock.wav', volume: 40 });
  expect(played).toHaveLength(2);
});

test('without the server nothing stays, and it is all there again with it', () => {
  wire.tell('scene', scene({ showing: ALERT }));
  wire.tell('disconnect');
  pass(1_400);
  expect(screen.queryByText('below')).not.toBeNull();
  pass(200);
  expect(screen.queryByText('below')).toBeNull();
  expect(screen.queryByText('quillrush is down')).toBeNull();
  wire.tell('scene', scene());
  expect(screen.queryByText('below')).not.toBeNull();
});

test('it says that it is seen, and whether it may be heard', () => {
  context = 'suspended';
  wire.tell('scene', scene());
  expect(wire.said.at(-1)).toEqual({ visible: true, wantsSound: true, muted: true, voice: false });
});

test('a wrong address says so, and is not tried again', () => {
  wire.tell('refused', 'unknown');
  expect(screen.getByText(/There is no overlay at this address/u)).toBeTruthy();
  expect(wire.ended).toBe(true);
});

test('pieces come, change and go; a text is a text, whatever it holds; a voice that is missing is shown', () => {
  const evil = '<img src=x onerror=alert(1)> \u202eabc';
  wire.tell(
    'scene',
    scene({
      pieces: [drawn('text', { text: evil }), drawn('counter', null), drawn('stage', { of: 'alerts' })],
    }),
  );
  expect(screen.getByText(/onerror=alert/u).querySelector('img')).toBeNull();
  wire.tell('data', { id: 'counter', data: { label: 'down', value: 1_212 } });
  expect(screen.getByText('1,212')).toBeTruthy();
  wire.tell('data', { id: 'counter', data: null });
  expect(document.querySelector('[data-piece="counter"]')?.className).toContain('goes');
  pass(400);
  expect(document.querySelector('[data-piece="counter"]')).toBeNull();
  wire.tell('showing', { ...ALERT, sound: null, media: null, text: '', speak: 'read me' });
  expect(screen.getByText('read me')).toBeTruthy();
});

test('a piece that is tried comes anew, marked as a test, and is as it was afterwards', () => {
  wire.tell('scene', scene({ pieces: [drawn('counter', null), drawn('text', { text: 'below' })] }));
  wire.tell('test', { id: 'counter', data: { label: 'down', value: 7 } });
  expect(document.querySelector('[data-piece="counter"]')?.textContent).toBe('down7test');
  pass(4_000);
  pass(400);
  expect(document.querySelector('[data-piece="counter"]')).toBeNull();
  wire.tell('test', { id: 'text', data: { text: 'trial' } });
  expect(screen.getByText('trial')).toBeTruthy();
  pass(4_000);
  expect(document.querySelector('[data-piece="text"]')?.textContent).toBe('below');
});

test('a countdown that was tried goes on as if it had not been', () => {
  const counted = (ms: number) => ({ label: 'left', ms, up: false, over: 'over' });
  wire.tell('scene', scene({ pieces: [drawn('countdown', counted(600_000))] }));
  pass(120_000);
  const text = (): string => document.querySelector('[data-piece="countdown"]')?.textContent ?? '';
  expect(text()).toBe('left8:00');
  wire.tell('test', { id: 'countdown', data: counted(5_000) });
  pass(4_500);
  expect(text()).toMatch(/^left7:5[56]$/u);
});

test('one whose address is replaced while it is seen goes without a word', () => {
  wire.tell('scene', scene({ pieces: [drawn('text', { text: 'below' })] }));
  wire.tell('refused', 'unknown');
  expect(document.body.textContent).toBe('');
});

test('a piece may stay for a while alone; a card has its own piece where there is one', () => {
  const card = { name: 'mossmoth', balance: '40 flint', rank: 'Ropehand', watchTime: '11 h' };
  wire.tell(
    'scene',
    scene({
      pieces: [
        drawn('counter', { label: 'down', value: 1 }, { seconds: 5 }),
        drawn('viewer-card', { of: 'cards' }),
        drawn('stage', { of: 'alerts' }),
      ],
      showing: { ...ALERT, card, text: '', media: null },
    }),
  );
  expect(document.querySelector('[data-piece="viewer-card"]')?.textContent).toBe(
    'mossmothRopehand · 40 flint · 11 h',
  );
  expect(document.querySelector('[data-piece="stage"]')).toBeNull();
  pass(5_100);
  pass(400);
  expect(document.querySelector('[data-piece="counter"]')).toBeNull();
  wire.tell('data', { id: 'counter', data: { label: 'down', value: 2 } });
  expect(document.querySelector('[data-piece="counter"]')?.textContent).toBe('down2');
});
