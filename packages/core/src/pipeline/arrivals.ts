import type { Change, Effect, World } from '../channel/index.js';
import type { ChatLine, Check } from '../chat/index.js';
import { decideEvent, LEAST_LIMIT, type ChannelEvent, type Started } from '../routines/index.js';

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;

/** What someone's message comes to by being their first in this stream, or after a long time. */
export interface Arrival {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly started: readonly Started[];
  readonly checks: readonly Check[];
}

export function decideArrival(line: ChatLine, world: World): Arrival {
  const events: ChannelEvent[] = [];
  const changes: Change[] = [];
  const viewer = world.viewers.of(line);
  const base = { viewer, roles: line.roles, amount: '', message: line.text, recipient: '', at: line.at };
  if (!viewer.bot) {
    const wrote = world.viewers.lastWrote(line.viewer);
    const days = wrote === undefined ? 0 : Math.floor((line.at - wrote) / DAY_MS);
    if (days > 0) events.push({ ...base, id: `${line.id}-return`, kind: 'return', count: days });
    if (!world.arrivals.has(line.viewer)) {
      const last = world.arrivals.last(line.viewer);
      // Whoever never was here before was away for as long as anybody asks.
      const count = last === undefined ? LEAST_LIMIT : Math.floor((line.at - last) / HOUR_MS);
      changes.push({ kind: 'arrival', viewer: line.viewer, at: line.at });
      events.push({ ...base, id: `${line.id}-arrival`, kind: 'arrival', count });
    }
  }
  const happened = events.flatMap((event) => decideEvent(event, world.routines.forEvent(event.kind), world));
  const started = happened.flatMap((each) => ('started' in each ? [each.started] : []));
  const checks: Check[] = [];
  for (const each of happened)
    if ('started' in each)
      checks.push({
        rule: `Started ${each.started.title}`,
        measure: each.started.occasion.by,
        outcome: 'noted',
      });
  return {
    changes: [...changes, ...started.flatMap((each) => each.changes)],
    effects: started.flatMap((each) => each.effects),
    started,
    checks,
  };
}
