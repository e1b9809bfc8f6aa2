import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ROLES, type Role } from '../chat/index.js';
import { ALWAYS, OFFLINE } from '../stream/index.js';
import { strangerFacts } from '../viewers/index.js';
import {
  alsoChanged,
  begin,
  FILTER_NAMES,
  guardFaults,
  judge,
  prepareGuard,
  Reading,
  startOver,
  WAYS,
  type Around,
  type FilterName,
  type GuardSettings,
  type Verdict,
} from './index.js';

const NOW = 1_000_000_000_000;

const around = (more: Partial<Around> = {}, roles: readonly Role[] = []): Around => ({
  before: { own: [], near: () => [] },
  ranks: [],
  viewer: { ...strangerFacts('v', 'pebblewren', roles, 0), firstSeen: 0 },
  first: false,
  stream: OFFLINE,
  timeZone: 'UTC',
  strikes: [],
  graceUntil: undefined,
  ...more,
});
const said = (text: string): Reading =>
  new Reading({ id: 'm', viewer: 'v', text, at: NOW, emotes: [], names: [] });
/** The usual guard with something of one filter's rule changed. */
const withRule = (name: FilterName, change: object, more: Partial<GuardSettings> = {}): GuardSettings => {
  const usual = begin('usual');
  return { ...usual, ...more, filters: { ...usual.filters, [name]: { ...usual.filters[name], ...change } } };
};
const verdict = (settings: GuardSettings, text: string, near = around()): Verdict =>
  judge(said(text), prepareGuard(settings), near);

describe('the guard', () => {
  test('measures with every filter, and says what held the message against which limit', () => {
    const { checks, caught } = verdict(begin('usual'), 'LOOK AT ropes.example NOW EVERYBODY');
    expect(checks.map(({ rule, outcome }) => [rule.split(':')[0], outcome])).toEqual([
      ['Links', 'stopped'],
      ['Blocked phrases', 'passed'],
      ['Capitals', 'passed'],
      ['Symbols', 'passed'],
      ['Length', 'passed'],
      ['Emotes', 'passed'],
      ['Repetition', 'passed'],
      ['Pace', 'passed'],
      ['Copy-paste wave', 'passed'],
    ]);
    expect(caught).toMatchObject({
      filter: 'links',
      step: 1,
      consequence: { action: 'delete' },
      spared: undefined,
    });
    expect(caught?.measurement.fragments).toEqual([{ from: 8, to: 21 }]);
    expect(verdict(begin('usual'), 'good evening').caught).toBeUndefined();
  });

  test('the strictest consequence of all filters holds, by the ladder and by what an entry leads to itself', () => {
    const entry = {
      id: 'a',
      text: 'mudlark',
      kind: 'text',
      wholeWords: true,
      exact: false,
      group: '',
      note: '',
    };
    const settings = withRule('phrases', {
      settings: { phrases: [{ ...entry, consequence: { action: 'ban', seconds: 0 } }], exceptions: [] },
    });
    expect(verdict(settings, 'mudlark at ropes.example').caught).toMatchObject({
      filter: 'phrases',
      step: 0,
      consequence: { action: 'ban' },
    });
    const strikes = [{ id: 'a', at: NOW - 1_000 }];
    expect(verdict(settings, 'ropes.example', around({ strikes })).caught).toMatchObject({
      filter: 'links',
      step: 2,
      consequence: { action: 'timeout', seconds: 60 },
    });
    const skipping = withRule('links', { skipTo: 3 });
    expect(verdict(skipping, 'ropes.example').caught?.step).toBe(3);
    const own = withRule('links', { ladder: { steps: [{ action: 'record', seconds: 0 }], expires: 60 } });
    expect(verdict(own, 'ropes.example').caught?.consequence.action).toBe('record');
  });

  test('whom it does not look at, and whom it does nothing to', () => {
    const settings = begin('usual');
    const link = (near: Around): string =>
      verdict(settings, 'ropes.example', near).checks.find(({ rule }) => rule.startsWith('Links'))?.measure ??
      '';
    expect(link(around({}, ['vip']))).toBe('their role is exempt');
    expect(link(around({ graceUntil: NOW + 1 }))).toBe('they may post links just now');
    expect(link(around({ graceUntil: NOW }))).toBe('ropes.example');
    const named = withRule('links', { exempt: [{ name: 'pebblewren', viewer: 'v' }] });
    expect(verdict(named, 'ropes.example').caught).toBeUndefined();
    // A name nobody was known by when it was given holds for whoever comes with it.
    const unbound = (name: string): GuardSettings => withRule('links', { exempt: [{ name, viewer: null }] });
    expect(verdict(unbound('PebbleWren'), 'ropes.example').caught).toBeUndefined();
    expect(verdict(unbound('hollowbee'), 'ropes.example').caught).toBeDefined();
    const ranked = withRule('links', { exemptRank: 'ropehand' });
    const holding = (...ranks: string[]): Around => around({ ranks });
    expect(verdict(ranked, 'ropes.example', holding('scrambler', 'ropehand')).caught).toBeUndefined();
    expect(verdict(ranked, 'ropes.example', holding('scrambler')).caught).toBeDefined();
    // Nobody has a rank that is gone, and none is meant where none is chosen.
    expect(verdict(settings, 'ropes.example', holding('')).caught).toBeDefined();
    const off = withRule('links', { when: { ...ALWAYS, live: 'live' } });
    expect(verdict(off, 'ropes.example').caught).toBeUndefined();
    const strict = withRule('links', { exemptFrom: null });
    for (const [roles, spared] of [
      [['moderator'], 'a moderator'],
      [['streamer'], 'the streamer'],
      [['vip'], undefined],
    ] as const)
      expect(verdict(strict, 'ropes.example', around({}, roles)).caught?.spared).toBe(spared);
    const bot = { ...around().viewer, bot: true, ignored: true };
    expect(verdict(strict, 'ropes.example', around({ viewer: bot })).caught?.spared).toBe('an ignored bot');
  });

  test('newcomers are held to other limits, or are the only ones it looks at', () => {
    const shout = 'PLEASE answer me';
    const fresh = { ...around().viewer, firstSeen: NOW - 5 * 60_000 };
    const newcomers = { minutes: 10, how: 'stricter', settings: { most: 10, from: 4 } };
    const stricter = withRule('capitals', { newcomers });
    expect(verdict(stricter, shout).caught).toBeUndefined();
    expect(verdict(stricter, shout, around({ viewer: fresh })).caught?.filter).toBe('capitals');
    const only = withRule('capitals', {
      newcomers: { ...newcomers, how: 'only', settings: { most: 70, from: 12 } },
    });
    expect(verdict(only, 'LOOK AT ME NOW EVERYBODY').caught).toBeUndefined();
    expect(verdict(only, 'LOOK AT ME NOW EVERYBODY', around({ viewer: fresh })).caught?.filter).toBe(
      'capitals',
    );
  });

  test('a blocked phrase in a name is caught with the first message, where that is set', () => {
    const entry = {
      id: 'a',
      text: 'mudlark',
      kind: 'text',
      wholeWords: false,
      exact: false,
      group: '',
      consequence: null,
      note: '',
    };
    const phrases = { settings: { phrases: [entry], exceptions: [] } };
    const viewer = { ...around().viewer, name: 'mudl4rk_99' };
    const named = withRule('phrases', phrases, { names: true });
    expect(verdict(named, 'hello', around({ viewer, first: true })).caught?.filter).toBe('phrases');
    expect(verdict(named, 'hello', around({ viewer })).caught).toBeUndefined();
    expect(
      verdict(withRule('phrases', phrases), 'hello', around({ viewer, first: true })).caught,
    ).toBeUndefined();
  });
});

describe('settings', () => {
  test('each of the three ways to begin is usable, and a stricter one catches what a milder one does', () => {
    for (const way of WAYS) expect(guardFaults(begin(way))).toEqual({});
    const guards = WAYS.map((way) => prepareGuard(begin(way)));
    const text = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 200 }),
      fc
        .constantFrom('AAAA ', 'ha ', '!', '🦇', 'ropes.example ')
        .chain((part) => fc.integer({ min: 1, max: 60 }).map((times) => part.repeat(times))),
    );
    fc.assert(
      fc.property(text, fc.constantFrom(...ROLES), (words, role) => {
        const [mild, usual, strict] = guards.map(
          (guard) => judge(said(words), guard, around({}, [role])).caught !== undefined,
        );
        if (mild === true) expect(usual).toBe(true);
        if (usual === true) expect(strict).toBe(true);
      }),
      { numRuns: 100 },
    );
  });

  test('a way to begin changes limits and ladder of settings that are there, and the rest only when asked', () => {
    const usual = begin('usual');
    const mine: GuardSettings = {
      ...usual,
      filters: {
        ...usual.filters,
        links: {
          ...usual.filters.links,
          settings: { which: 'blocked', allowed: ['ropes.example'], blocked: ['lamps.example'] },
          exempt: [{ name: 'mossmoth', viewer: null }],
          exemptRank: 'r1',
          message: 'ask first.',
        },
        phrases: { ...usual.filters.phrases, settings: { phrases: [], exceptions: ['wet sock'] } },
        capitals: { ...usual.filters.capitals, enabled: false },
      },
      wordLists: { en: { enabled: true, consequence: null, except: ['grit'] } },
      names: true,
      grace: 120,
      never: { from: 'vip', viewers: [] },
    };
    const strict = startOver('strict', mine, []);
    const { filters, ladder: _, ...rest } = strict;
    const { filters: before, ladder: __, ...restBefore } = mine;
    expect(rest).toEqual(restBefore);
    expect([filters.links, filters.phrases, filters.capitals.enabled]).toEqual([
      before.links,
      before.phrases,
      false,
    ]);
    expect(filters.pace.settings.most).toBe(begin('strict').filters.pace.settings.most);
    const also = alsoChanged('strict', mine);
    expect(also.find(({ id }) => id === 'capitals.enabled')).toMatchObject({ adds: true });
    expect(also.find(({ id }) => id === 'links.exemptFrom')?.words).toBe('Links: exempt moderators and up');
    expect(alsoChanged('mild', mine).filter(({ adds }) => adds)).toEqual([]);
    const all = startOver(
      'strict',
      mine,
      also.map(({ id }) => id),
    );
    expect(alsoChanged('strict', all)).toEqual([]);
    // What a new channel begins with, and tells viewers why.
    expect(Object.values(begin('mild').filters).every(({ message }) => message !== '')).toBe(true);
  });

  test('faults are told by place', () => {
    const bad = withRule(
      'capitals',
      {
        settings: { most: 200, from: 12 },
        newcomers: { minutes: -1, how: 'only', settings: {} },
        skipTo: 9,
        message: 'x'.repeat(301),
      },
      { grace: 1 },
    );
    expect(Object.keys(guardFaults(bad))).toEqual([
      'filters.capitals.settings.most',
      'filters.capitals.newcomers.minutes',
      'filters.capitals.skipTo',
      'filters.capitals.message',
      'grace',
    ]);
    expect(FILTER_NAMES).toHaveLength(9);
  });
});
