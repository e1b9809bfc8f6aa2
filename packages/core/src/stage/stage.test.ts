import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  act,
  due,
  EMPTY_STAGE,
  nextDue,
  raise,
  spokenSeconds,
  spokenText,
  STAGE_DOES,
  stageAfter,
  type Alert,
  type Stage,
  type StageChange,
  type StageMoment,
} from './index.js';

const RULES = { most: 5, fresh: 60, gap: 1 };
/** Long after the stage was empty for the first time. */
const BEGIN = 1_000_000;
const at = (ms: number, seen = true): StageMoment => ({ overlay: 'o', rules: RULES, seen, at: BEGIN + ms });

function alert(id: string, viewer = '', more: Partial<Alert> = {}): Alert {
  return {
    id,
    at: BEGIN,
    title: id,
    viewer,
    viewerName: viewer,
    media: '',
    portrait: false,
    card: null,
    text: id,
    sound: '',
    volume: 80,
    speak: '',
    animation: 'fade',
    place: 'middle',
    seconds: 5,
    test: false,
    ...more,
  };
}

/** Raises alerts, all at one moment. */
function raised(stage: Stage, alerts: readonly Alert[], moment = at(0)): Stage {
  return alerts.reduce((now, each) => stageAfter(now, raise(now, each, moment)), stage);
}
const ids = (alerts: readonly Alert[]): string[] => alerts.map(({ id }) => id);

describe('a stage', () => {
  test('shows one at a time, by turns among those who raised them, with a moment between', () => {
    const many = ['a1', 'a2', 'a3'].map((id) => alert(id, 'pebblewren'));
    let stage = raised(EMPTY_STAGE, [...many, alert('b1', 'siltlark'), alert('c1')]);
    expect(stage.showing?.alert.id).toBe('a1');
    expect(ids(stage.waiting)).toEqual(['b1', 'c1', 'a2', 'a3']);
    expect(nextDue(stage, at(0))).toBe(BEGIN + 5_000);
    expect(due(stage, at(4_999))).toBeUndefined();
    stage = stageAfter(stage, due(stage, at(5_000))!);
    expect(stage.showing).toBeUndefined();
    expect(nextDue(stage, at(5_000))).toBe(BEGIN + 6_000);
    stage = stageAfter(stage, due(stage, at(6_000))!);
    expect(stage.showing).toEqual({ alert: expect.objectContaining({ id: 'b1' }), since: BEGIN + 6_000 });
    expect(stage.last?.id).toBe('a1');
  });

  test('drops what comes beyond its limit and what waited too long, and says which', () => {
    const held = stageAfter(EMPTY_STAGE, act(EMPTY_STAGE, 'hold', at(0), '')!);
    const full = raised(
      held,
      ['1', '2', '3', '4', '5'].map((id) => alert(id)),
    );
    expect(raise(full, alert('6'), at(10)).ended).toEqual([{ id: '6', how: 'full' }]);
    expect(ids(raised(full, [alert('6')], at(10)).waiting)).toEqual(['1', '2', '3', '4', '5']);
    expect(nextDue(full, at(0))).toBe(BEGIN + 60_000);
    const late = due(full, at(60_001))!;
    expect(late.ended).toEqual(full.waiting.map(({ id }) => ({ id, how: 'late' })));
    expect(late.begins).toBeUndefined();
  });

  test('waits for a page to be there, and does what someone asks of it', () => {
    const unseen = raised(EMPTY_STAGE, [alert('1'), alert('2')], at(0, false));
    expect(unseen.showing).toBeUndefined();
    const shown = stageAfter(unseen, due(unseen, at(3_000))!);
    expect(shown.showing?.alert.id).toBe('1');
    const held = stageAfter(shown, act(shown, 'hold', at(3_100), '')!);
    const skipped = stageAfter(held, act(held, 'skip', at(3_200), '')!);
    expect([skipped.showing, ids(skipped.waiting), skipped.held]).toEqual([undefined, ['2'], true]);
    const again = stageAfter(skipped, act(skipped, 'replay', at(3_300), 'again')!);
    expect(again.waiting.map(({ id, text }) => [id, text])).toEqual([
      ['2', '2'],
      ['again', '1'],
    ]);
    const cleared = act(again, 'clear', at(3_400), '')!;
    expect(cleared.ended.map(({ how }) => how)).toEqual(['cleared', 'cleared']);
    const going = stageAfter(again, act(again, 'go-on', at(4_300), '')!);
    expect(going.showing?.alert.id).toBe('2');
    expect(act(EMPTY_STAGE, 'skip', at(0), '')).toBeUndefined();
    expect(act(EMPTY_STAGE, 'go-on', at(0), '')).toBeUndefined();
  });

  test('whatever is raised and done, each alert is begun at most once and leaves once, and what waits can begin', () => {
    const doing = fc.oneof(
      fc.record({ viewer: fc.constantFrom('', 'a', 'b'), seconds: fc.integer({ min: 1, max: 9 }) }),
      fc.constantFrom(...STAGE_DOES, 'look' as const),
    );
    fc.assert(
      fc.property(
        fc.array(fc.record({ doing, after: fc.nat(20_000), seen: fc.boolean() }), { maxLength: 40 }),
        (acts) => {
          let stage = EMPTY_STAGE;
          let now = 0;
          const begun: string[] = [];
          const left: string[] = [];
          const come: string[] = [];
          const take = (change: StageChange | undefined): void => {
            if (change === undefined) return;
            stage = stageAfter(stage, change);
            come.push(...ids(change.raised));
            left.push(...change.ended.map(({ id }) => id));
            if (change.begins !== undefined) begun.push(change.begins);
          };
          for (const [n, { doing: one, after, seen }] of acts.entries()) {
            now += after;
            const moment = at(now, seen);
            if (one === 'look') take(due(stage, moment));
            else if (typeof one === 'string') take(act(stage, one, moment, `again ${String(n)}`));
            else
              take(
                raise(stage, alert(String(n), one.viewer, { at: BEGIN + now, seconds: one.seconds }), moment),
              );
            expect(stage.waiting.length).toBeLessThanOrEqual(RULES.most + 1);
          }
          expect(new Set(begun).size).toBe(begun.length);
          expect(new Set(left).size).toBe(left.length);
          const there = [
            ...ids(stage.waiting),
            ...(stage.showing === undefined ? [] : [stage.showing.alert.id]),
          ];
          expect([...left, ...there].sort()).toEqual([...come].sort());
          // Nothing is stuck: let go on with a page there, all of it is over within its time.
          take(act(stage, 'go-on', at(now), ''));
          for (let n = 0; n < 40 && (stage.showing !== undefined || stage.waiting.length > 0); n++) {
            now = nextDue(stage, at(now))! - BEGIN;
            take(due(stage, at(now + 1)));
          }
          expect([stage.showing, stage.waiting]).toEqual([undefined, []]);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('what is read aloud', () => {
  test('has no links, no endless letters, and ends at a word', () => {
    expect(spokenText('go to https://ropes.example/a?b or ropes.example/c now', 100)).toBe('go to or now');
    expect(spokenText('aaaaaaaaah!!!!!!!! 1.5 m\n\tdeep', 100)).toBe('aaah!!! 1.5 m deep');
    expect(spokenText('down the long crawl we go', 14)).toBe('down the long');
    expect(spokenText('🕯️'.repeat(50), 10).length).toBeLessThanOrEqual(20);
    expect(spokenText('www.ropes.example', 100)).toBe('');
  });

  test('whatever it is, it is short enough, and takes as long as it is', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 300 }),
        fc.integer({ min: 20, max: 200 }),
        (text, most) => {
          const spoken = spokenText(text, most);
          expect(Array.from(spoken).length).toBeLessThanOrEqual(most);
          expect(spoken).toBe(spoken.trim());
          expect(spokenSeconds(spoken)).toBeGreaterThanOrEqual(2);
        },
      ),
    );
  });
});
