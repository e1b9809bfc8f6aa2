import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  NOTHING_KNOWN,
  silenceOf,
  standingAfter,
  USUAL_OVERLAPPING,
  viewerOf,
  type Catch,
  type GuardStanding,
  type ModeratedChange,
  type PersonActChange,
} from './index.js';

const caught = (id: string, at: number, seconds: number | 'ban' | 'none'): ModeratedChange => {
  const action = seconds === 'ban' ? 'ban' : seconds === 'none' ? 'delete' : 'timeout';
  const one: Catch = {
    id,
    at,
    viewer: 'v',
    name: 'cheap_ropes_4u',
    text: '',
    filter: 'links',
    measure: '',
    allowed: '',
    fragments: [],
    consequence: { action, seconds: typeof seconds === 'number' ? seconds : 0 },
    step: 1,
    strike: true,
    spared: undefined,
    until: seconds === 'none' ? undefined : seconds === 'ban' ? null : at + seconds * 1000,
    overlap: undefined,
  };
  return { kind: 'moderated', act: 'catch', caught: one };
};
const person = (id: string, at: number, does: PersonActChange['does'], seconds = 0): ModeratedChange => ({
  kind: 'moderated',
  act: 'person',
  id,
  at,
  viewer: 'v',
  name: 'cheap_ropes_4u',
  by: 'mossmoth',
  does,
  seconds,
  reason: '',
});
const after = (...changes: readonly ModeratedChange[]): GuardStanding =>
  changes.reduce(standingAfter, NOTHING_KNOWN);

describe('where a viewer stands', () => {
  test('after someone let them write again, nothing of before holds, and the strikes stay', () => {
    const standing = after(caught('a', 1_000, 'ban'), person('p', 2_000, 'ban'), person('q', 3_000, 'lift'));
    expect(standing.given).toEqual([]);
    expect(standing.strikes.map(({ id }) => id)).toEqual(['a']);
    expect(
      silenceOf(after(person('q', 1, 'lift'), caught('b', 2, 60)).given, USUAL_OVERLAPPING, 3),
    ).toBeDefined();
  });

  test('a kick keeps nobody out', () => {
    expect(after(person('k', 1_000, 'kick'))).toEqual(NOTHING_KNOWN);
  });

  test('whatever happens, undoing one catch leaves every other as it was', () => {
    const change = fc.oneof(
      fc.constantFrom<number | 'ban' | 'none'>(60, 600, 'ban', 'none').map((seconds) => ({ seconds })),
      fc.constantFrom<PersonActChange['does']>('kick', 'timeout', 'ban', 'lift').map((does) => ({ does })),
    );
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 12 }), fc.nat(11), (all, which) => {
        const changes = all.map((each, n) =>
          'does' in each
            ? person(`c${String(n)}`, n * 1_000, each.does, each.does === 'timeout' ? 60 : 0)
            : caught(`c${String(n)}`, n * 1_000, each.seconds),
        );
        const undone = changes[which % changes.length];
        if (undone?.act !== 'catch') return;
        const { id } = undone.caught;
        const without = after(...changes.filter((each) => each !== undone));
        const back: ModeratedChange = {
          kind: 'moderated',
          act: 'undone',
          id,
          viewer: 'v',
          at: 99_000,
          by: 'streamer',
        };
        expect(after(...changes, back)).toEqual(without);
      }),
    );
  });

  test('a flood keeps no more strikes than any ladder could have steps', () => {
    const many = Array.from({ length: 1_000 }, (_, n) => caught(`c${String(n)}`, n, 'none'));
    const { strikes } = after(...many);
    expect(strikes.length).toBeLessThanOrEqual(100);
    expect(strikes.at(-1)?.id).toBe('c999');
    expect(many.map(viewerOf).every((viewer) => viewer === 'v')).toBe(true);
  });
});
