import { Injectable } from '@nestjs/common';
import type { Cause } from '@gully/core/currency';
import { Database, type ReadOptions } from '../database/index.js';
import { HOUSES } from './houses.js';

export interface WantedPostings {
  /** older than this one */
  readonly before: number | undefined;
  readonly cause: Cause | undefined;
  readonly reference: string | undefined;
  /** a viewer's id */
  readonly viewer: string | undefined;
  /** UTC milliseconds */
  readonly since: number | undefined;
  readonly until: number | undefined;
}

export interface StoredPosting {
  readonly id: number;
  readonly at: number;
  readonly cause: Cause;
  readonly reference: string;
  readonly actor: string;
  readonly total: number;
  readonly entries: number;
  readonly reverses: number | null;
  /** the reversal that holds, if there is one */
  readonly reversedBy: number | null;
  /** what it brought the viewer asked for, below zero for what it took; null where none was asked for */
  readonly moved: number | null;
}

export interface StoredEntry {
  readonly id: number;
  readonly posting: number;
  readonly amount: number;
  readonly fromKind: string;
  readonly from: string;
  /** of a viewer; null for others */
  readonly fromName: string | null;
  readonly toKind: string;
  readonly to: string;
  readonly toName: string | null;
}

/** A reversal that was itself reversed holds no more. */
const REVERSED_BY = `(SELECT r.id FROM ledger_postings r WHERE r.reverses = p.id
  AND NOT EXISTS (SELECT 1 FROM ledger_postings rr WHERE rr.reverses = r.id) LIMIT 1)`;
const POSTING = `p.id, p.at, p.cause, p.reference, p.actor, p.total, p.entries, p.reverses,
  ${REVERSED_BY} AS reversedBy`;
const ENTRY = `e.id, e.posting_id AS posting, e.amount,
  payer.kind AS fromKind, payer.name AS "from", giver.name AS fromName,
  payee.kind AS toKind, payee.name AS "to", receiver.name AS toName
  FROM ledger_entries e
  JOIN accounts payer ON payer.id = e.from_id JOIN accounts payee ON payee.id = e.to_id
  LEFT JOIN viewers giver ON payer.kind = 'viewer' AND giver.id = payer.name
  LEFT JOIN viewers receiver ON payee.kind = 'viewer' AND receiver.id = payee.name`;
/** The accounts of a viewer, and of those who were found to be them. */
const OWN = `(SELECT a.id FROM accounts a WHERE a.kind = 'viewer'
  AND a.name IN (SELECT id FROM viewers WHERE id = $viewer OR merged_into = $viewer))`;

/** The ledger as it is looked through: postings, newest first, and their entries. */
@Injectable()
export class LedgerPage {
  constructor(private readonly database: Database) {}

  async page(wanted: WantedPostings, limit: number, options?: ReadOptions): Promise<StoredPosting[]> {
    const { viewer, cause, reference } = wanted;
    const values: Record<string, unknown> = { limit };
    const where = ['p.entries > 0', ...this.bounds(wanted, values)];
    if (cause !== undefined) {
      where.push('p.cause = $cause');
      values.cause = cause;
    }
    if (reference !== undefined) {
      where.push('p.reference = $reference');
      values.reference = reference;
    }
    if (viewer === undefined)
      return this.rows<StoredPosting>(
        `SELECT ${POSTING}, NULL AS moved FROM ledger_postings p
         WHERE ${where.join(' AND ')} ORDER BY p.id DESC LIMIT $limit`,
        values,
        options,
      );
    return this.rows<StoredPosting>(
      `SELECT ${POSTING}, own.moved FROM (
         SELECT posting_id, sum(amount) AS moved FROM (
           SELECT posting_id, amount FROM ledger_entries WHERE to_id IN ${OWN} AND to_id > ${HOUSES}
           UNION ALL SELECT posting_id, -amount FROM ledger_entries WHERE from_id IN ${OWN} AND from_id > ${HOUSES})
         GROUP BY posting_id) own
       JOIN ledger_postings p ON p.id = own.posting_id
       WHERE ${where.join(' AND ')} ORDER BY p.id DESC LIMIT $limit`,
      { ...values, viewer },
      options,
    );
  }

  /** The first entries of each posting; of a viewer their own alone. */
  async firstEntries(
    postings: readonly number[],
    each: number,
    viewer: string | undefined,
    options?: ReadOptions,
  ): Promise<StoredEntry[]> {
    const own = viewer === undefined ? '' : `AND (f.to_id IN ${OWN} OR f.from_id IN ${OWN})`;
    return this.rows<StoredEntry>(
      `SELECT ${ENTRY} WHERE e.id IN (
         SELECT id FROM (
           SELECT f.id, row_number() OVER (PARTITION BY f.posting_id ORDER BY f.id) AS n
           FROM ledger_entries f WHERE f.posting_id IN (SELECT value FROM json_each($postings)) ${own})
         WHERE n <= $each) ORDER BY e.id`,
      { postings: JSON.stringify(postings), each, ...(viewer === undefined ? {} : { viewer }) },
      options,
    );
  }

  /** Entries of one posting in their order, after the one given. */
  entriesOf(posting: number, after: number, limit: number, options?: ReadOptions): Promise<StoredEntry[]> {
    return this.rows<StoredEntry>(
      `SELECT ${ENTRY} WHERE e.posting_id = $posting AND e.id > $after ORDER BY e.id LIMIT $limit`,
      { posting, after, limit },
      options,
    );
  }

  async find(id: number, options?: ReadOptions): Promise<StoredPosting | undefined> {
    const [row] = await this.rows<StoredPosting>(
      `SELECT ${POSTING}, NULL AS moved FROM ledger_postings p WHERE p.id = $id`,
      { id },
      options,
    );
    return row;
  }

  /** Numbers go up with time, so a span of time is one of numbers. */
  private bounds({ before, since, until }: WantedPostings, values: Record<string, unknown>): string[] {
    const bounds: string[] = [];
    if (before !== undefined) {
      bounds.push('p.id < $before');
      values.before = before;
    }
    if (since !== undefined) {
      bounds.push(
        'p.id >= coalesce((SELECT id FROM ledger_postings WHERE at >= $since ORDER BY at, id LIMIT 1), 9e18)',
      );
      values.since = since;
    }
    if (until !== undefined) {
      bounds.push(
        'p.id <= coalesce((SELECT id FROM ledger_postings WHERE at <= $until ORDER BY at DESC, id DESC LIMIT 1), 0)',
      );
      values.until = until;
    }
    return bounds;
  }

  private rows<T extends object>(
    sql: string,
    values: Readonly<Record<string, unknown>>,
    options?: ReadOptions,
  ): Promise<T[]> {
    return this.database.long.rows<T>(sql, [values], options);
  }
}
