import type { Role } from '../chat/index.js';

/** What something costs in whole units of the currency, and what it costs some. Null: as everyone. */
export interface Cost {
  readonly base: number;
  readonly subscriber: number | null;
  readonly regular: number | null;
  readonly moderator: number | null;
}

export const FREE: Cost = { base: 0, subscriber: null, regular: null, moderator: null };

/** The lowest of the costs that apply to someone with these roles. */
export function costFor(cost: Cost, roles: readonly Role[], regular: boolean): number {
  const applying = [cost.base];
  if (roles.includes('subscriber')) applying.push(cost.subscriber ?? cost.base);
  if (regular) applying.push(cost.regular ?? cost.base);
  if (roles.includes('moderator')) applying.push(cost.moderator ?? cost.base);
  return Math.min(...applying);
}
