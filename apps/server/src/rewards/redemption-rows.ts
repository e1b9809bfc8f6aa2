import {
  withoutPrivate,
  type Answer,
  type Gives,
  type PaidBy,
  type Redemption,
  type RedemptionChange,
  type RedemptionState,
} from '@gully/core/rewards';
import { readied, type EntityManager } from '../database/index.js';
import type { AnswerVault } from './answer-vault.js';

/** A purchase as it is stored; `viewer` is who they are now, also after a merge. */
export interface StoredRedemption {
  readonly id: string;
  readonly reward: string;
  readonly title: string;
  readonly gives: Gives;
  readonly viewer: string;
  readonly name: string;
  readonly price: number;
  readonly paidBy: PaidBy;
  readonly state: RedemptionState;
  readonly at: number;
  readonly since: number;
  readonly answers: string;
  readonly list: string | null;
  readonly line: string | null;
  readonly target: string | null;
  readonly targetName: string | null;
  readonly seconds: number;
  readonly note: string;
  readonly unsure: number;
}

/** Purchases with the viewers they are of now. What is added to it calls them `r`, `v` and `m`. */
export const SELECT_REDEMPTIONS = `SELECT r.id, r.reward_id AS reward, r.title, r.gives,
    coalesce(v.merged_into, r.viewer_id) AS viewer, coalesce(m.name, v.name, r.name) AS name,
    r.price, r.paid_by AS paidBy, r.state, r.at, r.since, r.answers, r.list_id AS list, r.line,
    r.target_id AS target, r.target_name AS targetName, r.seconds, r.note, r.unsure
  FROM redemptions r LEFT JOIN viewers v ON v.id = r.viewer_id LEFT JOIN viewers m ON m.id = v.merged_into`;

export function redemptionFrom(row: StoredRedemption): Redemption {
  const { answers, list, line, target, targetName, seconds, unsure, ...rest } = row;
  return {
    ...rest,
    answers: JSON.parse(answers) as Answer[],
    ...(list === null || line === null ? {} : { line: { list, text: line } }),
    ...(unsure === 0 ? {} : { unsure: true }),
    ...(target === null ? {} : { target: { viewer: target, name: targetName ?? '', seconds } }),
  };
}

/** Names what an answer belongs to, for the seal. */
export const sealedFor = (redemption: string, answer: string): string => `${redemption} ${answer}`;

/**
 * Writes what happened to purchases, within the caller's write. A purchase is made once and a line given
 * once: what would be the second is an error, and nothing of it is written.
 */
export function writeRedemptions(
  manager: EntityManager,
  changes: readonly RedemptionChange[],
  vault: Pick<AnswerVault, 'seal'>,
): void {
  const buy = readied(
    manager,
    `INSERT INTO redemptions (id, reward_id, title, gives, viewer_id, name, price, paid_by, state, at, since,
       answers, list_id, line, target_id, target_name, seconds, note)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const change = readied(
    manager,
    'UPDATE redemptions SET state = ?, since = ?, answers = ?, note = ?, unsure = ? WHERE id = ?',
  );
  const give = readied(manager, 'INSERT INTO given_lines (list_id, line, redemption_id) VALUES (?, ?, ?)');
  const free = readied(manager, 'DELETE FROM given_lines WHERE list_id = ? AND line = ? AND back = 1');
  const back = readied(
    manager,
    'UPDATE given_lines SET back = 1 WHERE list_id = ? AND line = ? AND redemption_id = ?',
  );
  for (const { act, redemption, lineBack } of changes) {
    const { id, state, since, note, line, unsure = false } = redemption;
    const answers = JSON.stringify(withoutPrivate(redemption).answers);
    if (act === 'bought') {
      const { reward, title, gives, viewer, name, price, paidBy, at, target } = redemption;
      const head = [id, reward, title, gives, viewer, name, price, paidBy, state, at, since, answers];
      const what = [line?.list ?? null, line?.text ?? null, target?.viewer ?? null, target?.name ?? null];
      buy(...head, ...what, target?.seconds ?? 0, note);
      if (line !== undefined) {
        free(line.list, line.text);
        give(line.list, line.text, id);
      }
    } else change(state, since, answers, note, Number(unsure), id);
    if (lineBack === true && line !== undefined) back(line.list, line.text, id);
    writePrivate(manager, redemption, vault);
  }
}

function writePrivate(
  manager: EntityManager,
  { id, answers }: Redemption,
  vault: Pick<AnswerVault, 'seal'>,
): void {
  const given = answers.filter((answer) => answer.private && answer.text !== null);
  if (given.length === 0) return;
  const keep = readied(
    manager,
    'INSERT OR REPLACE INTO redemption_answers (redemption_id, name, sealed) VALUES (?, ?, ?)',
  );
  for (const { name, text } of given) keep(id, name, vault.seal(text ?? '', sealedFor(id, name)));
}
