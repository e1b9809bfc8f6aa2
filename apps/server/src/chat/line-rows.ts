import { strongestRole, type ChatLine, type Role, type Why } from '@gully/core/chat';
import type { LineView } from '@gully/core/news';
import type { EventKind } from '@gully/core/channel';
import type { ChatLineRow } from './rows.js';

/** A why with how long the deciding took. */
export type TimedWhy = Why & { readonly tookMs: number };

const WRITTEN: Pick<ChatLineRow, 'causedBy' | 'own' | 'removed' | 'event' | 'byHand'> = {
  causedBy: null,
  own: false,
  removed: false,
  event: null,
  byHand: false,
};

/** What is the same of every line the bot says. Its brief says it all. */
export const OWN: Omit<ChatLineRow, 'id' | 'at' | 'name' | 'text' | 'brief'> = {
  ...WRITTEN,
  viewerId: null,
  role: 'viewer',
  roles: '',
  own: true,
  outcome: 'ran',
  why: null,
};

/** An event as it stands among the lines. */
export interface EventLine {
  /** of the event, which the line gets */
  readonly id: string;
  readonly at: number;
  readonly kind: EventKind;
  /** undefined for what the channel does itself */
  readonly viewer: string | undefined;
  readonly name: string;
  readonly roles: readonly Role[];
  /** in words that follow the name */
  readonly text: string;
  readonly byHand: boolean;
}

/** A viewer's line as it is kept: with its whole why when something came of it. */
export function spokenRow(line: ChatLine, why: TimedWhy): ChatLineRow {
  return {
    ...WRITTEN,
    id: line.id,
    at: line.at,
    viewerId: line.viewer,
    name: line.name,
    role: strongestRole(line.roles),
    roles: line.roles.join(' '),
    text: line.text,
    outcome: why.outcome,
    brief: why.brief,
    why: why.outcome === 'talk' ? null : JSON.stringify(why),
  };
}

/** An event as it is kept among the lines. */
export function eventRow({ kind, viewer, roles, ...event }: EventLine, why: TimedWhy): ChatLineRow {
  return {
    ...WRITTEN,
    ...event,
    event: kind,
    viewerId: viewer ?? null,
    role: strongestRole(roles),
    roles: roles.join(' '),
    outcome: why.outcome,
    brief: why.brief,
    why: JSON.stringify(why),
  };
}

/** The why of a line as far as it is kept with it. */
export function whyOf({ why, own, brief }: ChatLineRow): TimedWhy | undefined {
  if (own && why === null) {
    const decided = brief === '' ? 'Said' : `Said because ${brief}`;
    return { outcome: 'ran', brief, checks: [], decided, tookMs: 0 };
  }
  return why === null ? undefined : (JSON.parse(why) as TimedWhy);
}

export function viewOf(row: ChatLineRow): LineView {
  const { id, at, viewerId, name, role, text, own, outcome, brief, removed, event, byHand } = row;
  return {
    id,
    at: new Date(at).toISOString(),
    viewer: viewerId,
    name,
    role,
    text,
    own,
    outcome,
    brief,
    removed,
    event,
    byHand,
  };
}
