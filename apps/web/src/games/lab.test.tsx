import '../test-support/browser.js';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { blankGame, oddsOfGame } from '@gully/core/games';
import { act, cleanup, render, screen } from '@testing-library/react';
import type { AskedOdds, ToldOdds } from './lab/lab.worker.js';
import { FIRST_SEED } from './lab/seeded.js';
import { useLab, type Lab } from './lab/use-lab.js';

const { kind, settings } = blankGame('reels');
const ASKED: AskedOdds = {
  ...{ body: { kind, settings }, variant: '', stake: 10, plays: 60_000 },
  ...{ balance: 300, each: 40, seed: 2_047 },
};

describe('a simulation in its thread', () => {
  const told: ToldOdds[] = [];
  beforeEach(async () => {
    told.length = 0;
    Object.assign(globalThis, {
      self: globalThis,
      postMessage: (message: ToldOdds) => {
        told.push(message);
      },
    });
    await import('./lab/lab.worker.js');
  });
  const run = (asked: Partial<AskedOdds>): ToldOdds | undefined => {
    told.length = 0;
    (globalThis as unknown as { onmessage(event: { data: AskedOdds }): void }).onmessage({
      data: { ...ASKED, ...asked },
    });
    return told.at(-1);
  };

  test('tells how far it is, then what came of it, near what is worked out', () => {
    const came = run({});
    if (came?.kind !== 'came') throw new Error('nothing came of it');
    const progress = told.flatMap((each) => (each.kind === 'progress' ? [each.done] : []));
    expect(progress.length).toBeGreaterThan(3);
    expect(progress).toEqual(progress.toSorted((a, b) => a - b));
    expect(Math.max(...progress)).toBeLessThanOrEqual(1);
    const [odds] = oddsOfGame(blankGame('reels'));
    expect(Math.abs(came.simulated.returns - (odds?.returns ?? 0))).toBeLessThan(0.05);
    expect(came.simulated.low).toBeLessThan(came.simulated.returns);
    expect(came.simulated.high).toBeGreaterThan(came.simulated.returns);
    expect(came.fates.players).toBe(5_000);
    expect(came.fates.bars.reduce((sum, { count }) => sum + count, 0)).toBe(5_000);
  });

  test('comes to the same for the same seed, and to something else for another', () => {
    const of = (asked: Partial<AskedOdds>): unknown => {
      const came = run(asked);
      return came?.kind === 'came' ? [came.simulated, came.fates] : undefined;
    };
    expect(of({})).toEqual(of({}));
    expect(of({ seed: 1 })).not.toEqual(of({}));
  });

  test('follows fewer players where each plays for long, and says nothing of what cannot be tried', () => {
    const came = run({ each: 20_000, plays: 1_000 });
    expect(came?.kind === 'came' && came.fates.players).toBe(250);
    const oracle = blankGame('oracle');
    expect(run({ body: { kind: oracle.kind, settings: oracle.settings } })).toBeUndefined();
  });

  test('under the seed it begins with, the expedition as it ships does not miss what was worked out', () => {
    const body = blankGame('expedition');
    const [odds] = oddsOfGame(body);
    const { kind, settings, stake } = body;
    const came = run({
      ...{ body: { kind, settings }, variant: odds?.variant ?? '', stake: stake.usual },
      ...{ plays: 1_000_000, seed: FIRST_SEED, each: 1 },
    });
    if (came?.kind !== 'came') throw new Error('nothing came of it');
    const returns = odds?.returns ?? 0;
    expect(came.simulated.low).toBeLessThan(returns);
    expect(came.simulated.high).toBeGreaterThan(returns);
  });
});

describe('the lab', () => {
  const threads: FakeThread[] = [];
  class FakeThread {
    onmessage: ((event: { data: ToldOdds }) => void) | undefined;
    onerror: (() => void) | undefined;
    ended = false;
    asked: AskedOdds | undefined;
    constructor() {
      threads.push(this);
    }
    postMessage(asked: AskedOdds): void {
      this.asked = asked;
    }
    terminate(): void {
      this.ended = true;
    }
    tell(data: ToldOdds): void {
      act(() => this.onmessage?.({ data }));
    }
  }
  const real = (globalThis as { Worker?: unknown }).Worker;
  let lab: Lab | undefined;
  function Shown() {
    lab = useLab();
    return <p>{lab.progress === undefined ? 'still' : `at ${String(lab.progress)}`}</p>;
  }
  const CAME: ToldOdds = {
    kind: 'came',
    simulated: { plays: 10, returns: 0.9, low: 0.8, high: 1, hits: 0.3, longestDrought: 7 },
    fates: { players: 1, bars: [], ruined: 0, doubled: 0, median: 0 },
    ms: 4,
  };
  const start = (): void => {
    act(() => lab?.start(ASKED));
  };

  beforeEach(() => {
    threads.length = 0;
    Object.assign(globalThis, { Worker: FakeThread });
    cleanup();
    render(<Shown />);
  });
  afterEach(() => {
    Object.assign(globalThis, { Worker: real });
  });

  test('shows how far it is, keeps what came of it with what it was asked, and ends its thread', () => {
    start();
    screen.getByText('at 0');
    expect(threads[0]?.asked).toEqual(ASKED);
    threads[0]?.tell({ kind: 'progress', done: 0.4 });
    screen.getByText('at 0.4');
    threads[0]?.tell(CAME);
    screen.getByText('still');
    expect(lab?.came).toMatchObject({ asked: ASKED, ms: 4, simulated: { returns: 0.9 } });
    expect(threads[0]?.ended).toBe(true);
  });

  test('can be cancelled, begun anew before the end, and left; what failed is over', () => {
    start();
    act(() => lab?.cancel());
    screen.getByText('still');
    expect([threads[0]?.ended, lab?.came]).toEqual([true, undefined]);
    start();
    start();
    expect(threads.map(({ ended }) => ended)).toEqual([true, true, false]);
    act(() => threads[2]?.onerror?.());
    screen.getByText('still');
    start();
    cleanup();
    expect(threads[3]?.ended).toBe(true);
  });
});
