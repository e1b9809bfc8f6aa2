import { likePart } from '../database/index.js';
import type { ObjectLiteral, SelectQueryBuilder } from 'typeorm';

export const LINE_SORTS = ['all', 'ran', 'refused', 'bot', 'moderators', 'events'] as const;
export type LineSort = (typeof LINE_SORTS)[number];

/** Which lines of chat are looked for. */
export interface WantedLines {
  /** part of what was written, or of the name; empty for any */
  readonly search: string;
  readonly of: LineSort;
  /** by id */
  readonly viewer?: string | undefined;
}

const OF: Readonly<Record<LineSort, string | undefined>> = {
  all: undefined,
  ran: "row.own = 0 AND row.outcome IN ('ran', 'warned', 'failed')",
  refused: "row.own = 0 AND row.outcome IN ('stopped', 'waiting', 'removed')",
  bot: 'row.own = 1',
  moderators: "row.own = 0 AND row.event IS NULL AND row.role IN ('streamer', 'moderator')",
  events: 'row.event IS NOT NULL',
};

export const ALL_LINES: WantedLines = { search: '', of: 'all' };

/** Whether every line is wanted, so that none need be looked for. */
export function isEveryLine({ search, of, viewer }: WantedLines): boolean {
  return search.trim() === '' && of === 'all' && viewer === undefined;
}

/** Narrows a query for lines down to those wanted, of whichever viewer. */
export function narrow<T extends ObjectLiteral>(
  query: SelectQueryBuilder<T>,
  { search, of }: Pick<WantedLines, 'search' | 'of'>,
): SelectQueryBuilder<T> {
  const only = OF[of];
  if (only !== undefined) query.andWhere(only);
  const words = search.trim();
  if (words !== '')
    query.andWhere("(row.text LIKE :like ESCAPE '\\' OR row.name LIKE :like ESCAPE '\\')", {
      like: likePart(words),
    });
  return query;
}
