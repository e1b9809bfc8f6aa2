import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { CAP_MOST, readAmount } from '@gully/core/currency';
import { foldNick } from '@gully/core/viewers';
import { csvRecords } from '../csv/index.js';
import { Database, newId } from '../database/index.js';
import { Problem } from '../problem/index.js';
import type { Task } from '../tasks/index.js';
import { ByHand, type ByHandEffect, type Posted, type Row, type WantedBalances } from './by-hand.js';

const ROWS_MOST = 50_000;
const FAULTS_SHOWN = 50;
/** How long a file that was looked at is kept for being imported. */
const KEPT_MS = 15 * 60_000;

export interface FileLook extends ByHandEffect {
  /** what importing it is asked for by */
  readonly id: string;
  readonly lines: number;
  readonly faults: readonly { readonly line: number; readonly fault: string }[];
}

interface Staged {
  readonly id: string;
  readonly at: number;
  readonly does: WantedBalances['does'];
  readonly rows: readonly Row[];
}

/**
 * Balances from a CSV file. It is looked at first; what is then imported are the viewers found by
 * then, whatever they are called by now.
 */
@Injectable()
export class ByFile {
  private staged: Staged | undefined;

  constructor(
    private readonly database: Database,
    private readonly byHand: ByHand,
  ) {}

  /** What a file would come to: lines that are wrong are told and left out; nothing is changed. */
  async look(text: string, does: WantedBalances['does'], task: Task): Promise<FileLook> {
    task.begin('Reading the file');
    const records = await recordsOf(text, task);
    const named = await this.named(records, task);
    const rows = new Map<string, Row>();
    const faults: { line: number; fault: string }[] = [];
    task.begin('Finding the viewers', records.length);
    for (const { line, name, amount } of records) {
      await task.step();
      const row = rowOf({ name, amount, least: does === 'set' ? 0 : 1 }, named.get(foldNick(name)) ?? []);
      if ('fault' in row) faults.push({ line, fault: row.fault });
      else if (rows.has(row.id)) faults.push({ line, fault: `${name} is in the file twice` });
      else rows.set(row.id, row);
    }
    const staged = { id: newId(), at: Date.now(), does, rows: [...rows.values()] };
    this.staged = staged;
    const { effect } = await this.byHand.planned(
      staged.rows,
      (some, balanceOf) => this.byHand.planOf(does, some, balanceOf),
      task,
    );
    return { ...effect, id: staged.id, lines: records.length, faults: faults.slice(0, FAULTS_SHOWN) };
  }

  /** Imports the file that was looked at; asked for twice, it is done once. */
  carryOut(id: string, actor: Actor, task: Task): Promise<Posted> {
    const { staged } = this;
    if (staged?.id !== id || Date.now() - staged.at > KEPT_MS)
      throw new Problem(
        409,
        'Nothing was imported',
        'It was looked at too long ago, or another file since. Choose it again.',
      );
    const { does, rows } = staged;
    const words = `imported balances of ${rows.length.toLocaleString('en')} viewers`;
    return this.byHand.post(
      { key: `import:${id}`, cause: 'import', reference: does, words },
      rows,
      (some, balanceOf) => this.byHand.planOf(does, some, balanceOf),
      { actor, task },
    );
  }

  /** Viewers by folded name; there may be two of one name. */
  private async named(
    records: readonly Given[],
    task: Task,
  ): Promise<Map<string, { id: string; name: string }[]>> {
    const folded = new Set<string>();
    for (const { name } of records) {
      await task.step();
      folded.add(foldNick(name));
    }
    const rows = await this.database.long.rows<{ id: string; name: string }>(
      `SELECT id, name FROM viewers WHERE merged_into IS NULL
         AND name COLLATE NOCASE IN (SELECT value FROM json_each(?))`,
      [JSON.stringify([...folded])],
    );
    const found = new Map<string, { id: string; name: string }[]>();
    for (const row of rows) {
      await task.step();
      const key = foldNick(row.name);
      const same = found.get(key);
      if (same === undefined) found.set(key, [row]);
      else same.push(row);
    }
    return found;
  }
}

interface Given {
  readonly line: number;
  readonly name: string;
  readonly amount: string;
}

/** @throws Problem for what is no such file */
async function recordsOf(text: string, task: Task): Promise<Given[]> {
  const records: Given[] = [];
  try {
    for await (const { record, info } of csvRecords(text)) {
      await task.step();
      const [name = '', amount = ''] = record;
      if (records.length === 0 && info.records === 1 && /^(?:viewer|name)$/iu.test(name)) continue;
      records.push({ line: info.lines, name: name.replace(/^@/u, ''), amount });
    }
  } catch (error) {
    if (error instanceof Problem) throw error;
    const words = error instanceof Error ? error.message : String(error);
    throw new Problem(422, 'This is not a CSV file', `${words}. Nothing was changed.`);
  }
  if (records.length === 0)
    throw new Problem(
      422,
      'There is nothing in this file',
      'Each line has a viewer and an amount: fernhatch,40',
    );
  if (records.length > ROWS_MOST)
    throw new Problem(
      422,
      'This file is too long',
      `It may have at most ${ROWS_MOST.toLocaleString('en')} lines.`,
    );
  return records;
}

function rowOf(
  { name, amount, least }: { readonly name: string; readonly amount: string; readonly least: number },
  found: readonly { readonly id: string; readonly name: string }[],
): Row | { readonly fault: string } {
  const [viewer, other] = found;
  if (name === '') return { fault: 'the viewer is missing' };
  if (viewer === undefined) return { fault: `no viewer called ${name} has ever been here` };
  if (other !== undefined)
    return { fault: `two viewers are called ${name}; merge them, or change one by hand` };
  const read = readAmount(amount, { least, most: CAP_MOST, balance: undefined });
  return 'fault' in read ? { fault: read.fault } : { ...viewer, amount: read.amount };
}
