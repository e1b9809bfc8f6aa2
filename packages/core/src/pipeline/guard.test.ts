import { type Change, channelLayers, type World } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Role } from '../chat/index.js';
import { decideAfterGuard, decideLine } from './index.js';
import { command, line, withParts, worldOf } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';
import {
  begin,
  guardLine,
  isRemoved,
  prepareGuard,
  silenceOf,
  type Consequence,
  type GuardSettings,
} from '../guard/index.js';

const LINK = 'cheap ropes at ropes.example';
const delSteps: Consequence[] = [{ action: 'delete', seconds: 0 }];

/** A channel with a guard, in which what is decided is taken into account like live. */
class Channel {
  private readonly layers = channelLayers();
  private readonly real: World;
  private n = 0;
  constructor(settings: GuardSettings, more: { powerless?: string; roles?: readonly Role[] } = {}) {
    const base = worldOf([command('c1', 'the map', { name: 'map' })]);
    this.real = withParts(base, {
      guard: { prepared: prepareGuard(settings), powerless: () => more.powerless },
    });
  }
  get world(): World {
    return this.layers.over(this.real);
  }
  take(changes: readonly Change[]): void {
    for (const change of changes) this.layers.apply(change, this.world);
  }
  /** Someone writes; answers with what was caught, and with the whole decision. */
  say(text: string, at: number, roles: readonly Role[] = []) {
    const written = { ...line(text, roles, at), id: `m${String((this.n += 1))}` };
    const decision = decideLine(written, this.world);
    this.take(decision.changes);
    const caught = decision.changes.flatMap((each) =>
      each.kind === 'moderated' && each.act === 'catch' ? [each.caught] : [],
    );
    return { written, decision, caught: caught[0] };
  }
  standing(): { strikes: number; until: number | null | undefined } {
    const { strikes, given } = this.world.guard.standingOf('v-pebblewren');
    const silence = silenceOf(given, this.world.guard.prepared.settings.overlapping, this.now);
    return { strikes: strikes.length, until: silence === undefined ? undefined : (silence.until ?? null) };
  }
  now = 0;
}
const withSteps = (...steps: Consequence[]): GuardSettings => {
  const usual = begin('usual');
  return { ...usual, ladder: { steps, expires: 3_600 } };
};
const timeout = (seconds: number): Consequence => ({ action: 'timeout', seconds });

describe('the guard’s place in a message’s way', () => {
  test('a removed message starts nothing; one that is only recorded or warned about goes on to its command', () => {
    const removed = new Channel(withSteps(...delSteps)).say('!map ropes.example', 1_000);
    expect(removed.decision).toMatchObject({
      started: [],
      commandId: undefined,
      why: { outcome: 'removed' },
    });
    for (const action of ['record', 'warn'] as const) {
      const { decision, caught } = new Channel(withSteps({ action, seconds: 0 })).say(
        '!map ropes.example',
        1_000,
      );
      expect(decision.why.outcome).toBe('ran');
      expect(decision.why.checks.map(({ rule }) => rule)).toContain('What follows');
      expect(caught).toMatchObject({ step: 1, strike: true });
    }
  });

  test('without rights, and for those it never acts on, it records and lets the message go on', () => {
    const powerless = new Channel(withSteps(timeout(60)), { powerless: 'no rights here' }).say(
      '!map ropes.example',
      1_000,
    );
    expect(powerless.decision.why.outcome).toBe('ran');
    expect(powerless.caught).toMatchObject({ spared: 'no rights here', strike: false, until: undefined });
    expect(powerless.decision.effects.map(({ kind }) => kind)).toEqual(['say']);
  });

  test('a message that goes on tells what all filters measured in one line', () => {
    const { decision } = new Channel(begin('usual')).say('good evening', 1_000);
    const [first] = decision.why.checks;
    expect(first?.rule).toBe('Guard');
    expect(first?.measure.split(' · ')).toHaveLength(9);
  });

  test('a guard with all filters off looks at nothing and changes nothing', () => {
    const world = worldOf([]);
    expect(guardLine(line(LINK), world)).toEqual({ changes: [], effects: [], checks: [], why: undefined });
  });

  test('names of those who are here are not counted as shouting', () => {
    const named = (name: string) =>
      name === 'QUILLRUSH' ? strangerFacts('q', 'quillrush', [], 0) : undefined;
    const base = worldOf([]);
    const world = withParts(base, {
      guard: { prepared: prepareGuard(begin('usual')) },
      viewers: { named },
    });
    const letters = (each: World): string =>
      guardLine(line('QUILLRUSH come here now'), each).checks[0]?.measure ?? '';
    expect(letters(world)).toContain('Capitals: 11 letters, too few');
    expect(letters(withParts(world, { viewers: { named: () => undefined } }))).toContain(
      'Capitals: 45% of 20 letters',
    );
  });
});

describe('what follows', () => {
  test('whoever writes on before they could know of their timeout climbs no further; a ban goes before it', () => {
    const channel = new Channel(withSteps(timeout(60), timeout(600), { action: 'ban', seconds: 0 }));
    expect(channel.say(LINK, 1_000).caught).toMatchObject({ step: 1, until: 61_000, strike: true });
    for (const at of [1_010, 1_020, 30_000])
      expect(channel.say(LINK, at).caught).toMatchObject({
        consequence: { action: 'delete' },
        step: 0,
        strike: false,
        until: undefined,
      });
    expect(channel.say(LINK, 61_000).caught).toMatchObject({ step: 2, until: 661_000 });
    const third = channel.say(LINK, 70_000).caught;
    expect(third).toMatchObject({ consequence: { action: 'ban' }, until: null });
    expect(channel.say(LINK, 80_000).caught).toMatchObject({ step: 0, consequence: { action: 'delete' } });
  });

  test('what a person gave holds: the guard takes messages out, and gives nothing of its own', () => {
    const channel = new Channel(withSteps({ action: 'ban', seconds: 0 }));
    const given = { viewer: 'v-pebblewren', name: 'pebblewren', by: 'mossmoth', reason: '' };
    channel.take([
      { kind: 'moderated', act: 'person', id: 'p', at: 500, does: 'timeout', seconds: 60, ...given },
    ]);
    expect(channel.say(LINK, 1_000).caught).toMatchObject({
      consequence: { action: 'delete' },
      strike: false,
    });
    channel.take([
      { kind: 'moderated', act: 'person', id: 'q', at: 2_000, does: 'lift', seconds: 0, ...given },
    ]);
    expect(channel.say(LINK, 3_000).caught).toMatchObject({ consequence: { action: 'ban' }, strike: true });
  });

  test('those who are never timed out lose their message and nothing more', () => {
    const settings = { ...withSteps(timeout(60)), never: { from: 'subscriber' as Role, viewers: [] } };
    expect(new Channel(settings).say(LINK, 1_000, ['subscriber']).caught).toMatchObject({
      consequence: { action: 'delete' },
      until: undefined,
      strike: true,
    });
    const named = {
      ...settings,
      never: { from: null, viewers: [{ name: 'pebblewren', viewer: 'v-pebblewren' }] },
    };
    expect(new Channel(named).say(LINK, 1_000).caught).toMatchObject({ consequence: { action: 'delete' } });
  });

  test('viewers are told at most every 15 s, over all filters', () => {
    const usual = withSteps(...delSteps);
    const message = 'ask first, please.';
    const filters = { ...usual.filters, links: { ...usual.filters.links, message } };
    const channel = new Channel({ ...usual, filters });
    const told = [0, 5_000, 14_999, 15_000, 29_000].map((after) =>
      channel.say(LINK, 1_000 + after).decision.effects.some(({ kind }) => kind === 'say'),
    );
    expect(told).toEqual([true, false, false, true, false]);
  });

  test('clearing takes out what was written in the span, and a timeout takes out the message too', () => {
    const clear = new Channel(withSteps({ action: 'clear', seconds: 60 })).say(LINK, 100_000);
    expect(clear.decision.effects).toMatchObject([
      { kind: 'redact', since: 40_000, id: clear.written.id },
      { kind: 'say', lines: ['pebblewren, please ask before you post a link.'] },
    ]);
    const out = new Channel(withSteps(timeout(60))).say(LINK, 100_000);
    expect(out.decision.effects).toMatchObject([
      { kind: 'silence', until: 160_000, reason: 'Gully: links (ropes.example)' },
      { kind: 'redact', since: undefined },
      { kind: 'say' },
    ]);
  });
});

describe('undoing', () => {
  const step = fc.constantFrom<Consequence>(...delSteps, timeout(60), timeout(600), {
    action: 'ban',
    seconds: 0,
  });

  test('returns to where it was before, whatever was caught', () => {
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 4 }),
        fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 1, maxLength: 8 }),
        (steps, gaps) => {
          const channel = new Channel(withSteps(...steps));
          let at = 1_000;
          for (const gap of gaps) {
            at += gap * 1000;
            channel.now = at;
            const before = channel.standing();
            const caught = channel.say(LINK, at).caught!;
            const undone = {
              kind: 'moderated',
              act: 'undone',
              viewer: caught.viewer,
              at,
              by: 'streamer',
            } as const;
            const copy = channel.standing();
            channel.take([{ ...undone, id: caught.id }]);
            expect(channel.standing()).toEqual(before);
            // Once more changes nothing; then it is caught again as it was.
            channel.take([{ ...undone, id: caught.id }]);
            expect(channel.standing()).toEqual(before);
            channel.take([{ kind: 'moderated', act: 'catch', caught }]);
            expect(channel.standing()).toEqual(copy);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test('lets the command of the message run, past the guard', () => {
    const channel = new Channel(withSteps(...delSteps));
    const { written } = channel.say('!map ropes.example', 1_000);
    expect(decideAfterGuard(written, channel.world).effects).toEqual([{ kind: 'say', lines: ['the map'] }]);
  });
});

test('only what takes a message out counts as removed', () => {
  const of = (action: Consequence['action'], spared?: string): boolean =>
    isRemoved({ spared, consequence: { action, seconds: 0 } });
  expect((['record', 'warn', 'delete', 'clear', 'timeout', 'ban'] as const).map((each) => of(each))).toEqual([
    false,
    false,
    true,
    true,
    true,
    true,
  ]);
  expect(of('ban', 'a moderator')).toBe(false);
});
