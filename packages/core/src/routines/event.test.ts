import { EVENT_KINDS, EVENTS } from '../channel/index.js';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ROLES } from '../chat/index.js';
import { strangerFacts } from '../viewers/index.js';
import { checkTrigger, triggerFault, triggerInWords, type EventTrigger } from './event.js';

test('a role or names are taken only where an event asks who it is', () => {
  const trigger = fc.record({
    id: fc.constant('t'),
    event: fc.constantFrom(...EVENT_KINDS),
    least: fc.integer({ min: 1, max: 50 }),
    lowestRole: fc.constantFrom('viewer' as const, 'vip' as const),
    viewers: fc.constantFrom([], [{ name: 'pebblewren', viewer: null }]),
  });
  fc.assert(
    fc.property(trigger, (given: EventTrigger) => {
      const means = given.lowestRole !== 'viewer' || given.viewers.length > 0;
      const refused = means && !EVENTS[given.event].asksWho;
      expect(triggerFault(given) === undefined).toBe(!refused);
    }),
  );
});

test('exactly a role means no stronger one, and a role and up means all of those', () => {
  const arrives: EventTrigger = { id: 't', event: 'arrival', least: 0, lowestRole: 'vip', viewers: [] };
  const starts = (trigger: EventTrigger): string[] =>
    ROLES.filter((role) => {
      // A moderator may be a subscriber too.
      const roles = [role, 'follower' as const];
      const viewer = strangerFacts('v', 'pebblewren', roles, 0);
      const facts = { kind: 'arrival', count: 0, amount: '', message: '', recipient: '' } as const;
      return checkTrigger(trigger, { ...facts, id: 'e', viewer, roles, at: 0 })?.outcome === 'passed';
    });
  expect(starts(arrives)).toEqual(['streamer', 'moderator', 'vip']);
  expect(starts({ ...arrives, exactly: true })).toEqual(['vip']);
  expect(triggerInWords({ ...arrives, exactly: true })).toMatch(/, only VIPs$/u);
});
