import { eventNoun, type EventKind } from '../channel/index.js';
import { reasonOf, type Check, type Why } from '../chat/index.js';
import type { Happening } from './named.js';

/**
 * Why an event started what it did, or nothing.
 *
 * @param happened what it came to for each routine that waits for it
 * @param later the whole checks of runs that went on, by run, where they are known
 */
export function whyOfEvent(
  happened: readonly Happening[],
  kind: EventKind,
  later: ReadonlyMap<string, readonly Check[]> = new Map(),
): Why {
  const started = happened.flatMap((each) => ('started' in each ? [each.started] : []));
  const checks = happened.flatMap((each) =>
    'started' in each ? (later.get(each.started.id) ?? each.started.checks) : each.refused.checks,
  );
  if (started.length > 0) {
    const titles = started.map(({ title }) => title).join(', ');
    return { outcome: 'ran', brief: `started ${titles}`, checks, decided: `Started ${titles}` };
  }
  const [refused] = happened;
  if (refused === undefined || !('refused' in refused))
    return {
      outcome: 'nothing',
      brief: 'starts nothing',
      checks,
      decided: `No routine waits for ${eventNoun(kind)}`,
    };
  const brief = `${refused.refused.prepared.title} did not start`;
  return { outcome: 'stopped', brief, checks, decided: brief, reason: reasonOf(checks) };
}
