import type { Role } from '@gully/core/chat';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import type { ViewerRow } from './rows.js';

/** A viewer as first seen; nothing of it is stored yet. */
export function newViewer(
  id: string,
  connection: string,
  account: string,
  name: string,
  role: Role,
  at: number,
): ViewerRow {
  return {
    id,
    connection,
    account,
    name,
    role,
    firstSeen: at,
    lastSeen: at,
    lastWrote: null,
    messages: 0,
    watchMs: 0,
    followedSince: null,
    subscribedMonths: 0,
    subscribedTier: 1,
    bot: false,
    ignored: false,
    mergedInto: null,
  };
}

/** What texts and gates may know of a stored viewer. */
export function factsOf(row: ViewerRow): ViewerFacts {
  return {
    ...strangerFacts(row.id, row.name, [row.role], row.firstSeen),
    messages: row.messages,
    watchTime: Math.floor(row.watchMs / 1000),
    followedSince: row.followedSince ?? undefined,
    subscribedMonths: row.subscribedMonths,
    subscribedTier: row.subscribedTier,
    bot: row.bot,
    ignored: row.ignored,
  };
}
