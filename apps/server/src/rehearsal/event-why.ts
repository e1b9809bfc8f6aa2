import type { Check, Why } from '@gully/core/chat';
import { EVENT_NAMES, type ChannelEvent, type Happening, type Started } from '@gully/core/routines';

/** Why an event started what it did, or nothing. */
export function whyOf(
  happened: readonly Happening[],
  started: readonly Started[],
  kind: ChannelEvent['kind'],
  later: ReadonlyMap<string, readonly Check[]>,
): Why {
  const titles = started.map(({ title }) => title).join(', ');
  const checks = happened.flatMap((each) =>
    'started' in each ? (later.get(each.started.id) ?? each.started.checks) : each.refused.checks,
  );
  if (started.length > 0)
    return { outcome: 'ran', brief: `started ${titles}`, checks, decided: `Started ${titles}` };
  const [refused] = happened;
  const name = refused !== undefined && 'refused' in refused ? refused.refused.prepared.title : '';
  return {
    outcome: refused === undefined ? 'nothing' : 'stopped',
    brief: refused === undefined ? 'starts nothing' : `${name} did not start`,
    checks,
    decided: refused === undefined ? `No routine waits for ${EVENT_NAMES[kind]}` : `${name} did not start`,
  };
}
