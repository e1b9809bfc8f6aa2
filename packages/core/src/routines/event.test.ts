import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { EVENT_KINDS, EVENT_WORDS, triggerFault, type EventTrigger } from './event.js';

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
      const refused = means && !EVENT_WORDS[given.event].asksWho;
      expect(triggerFault(given) === undefined).toBe(!refused);
    }),
  );
});
