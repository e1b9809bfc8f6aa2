import { foldNick } from '@gully/core/viewers';
import type { ViewerRow } from './rows.js';

/** Viewers kept in memory between messages; the rest are looked up. */
const KEPT = 20_000;

interface Known {
  readonly row: ViewerRow;
  /** all accounts that lead to this viewer */
  readonly accounts: ReadonlySet<string>;
  /** the name it is found by */
  readonly name: string;
}

/**
 * The viewers last met, by id, by account and by name. A merged viewer's account leads to
 * the one they are. What was met longest ago is let go of first, with all that leads to it;
 * whoever was just met is never among it.
 */
export class KnownViewers {
  private readonly byId = new Map<string, Known>();
  private readonly ids = new Map<string, string>();
  private readonly names = new Map<string, string>();

  /** names several viewers were found to have */
  private readonly shared = new Map<string, Set<string>>();
  /** names that were looked for */
  private readonly looked = new Set<string>();
  /** names nobody was found to have */
  private readonly nobody = new Set<string>();

  /** @param most viewers kept; more than are met in one moment */
  constructor(private readonly most = KEPT) {}

  get(id: string): ViewerRow | undefined {
    return this.byId.get(id)?.row;
  }

  byAccount(account: string): ViewerRow | undefined {
    return this.get(this.ids.get(account) ?? '');
  }

  byName(name: string): ViewerRow | undefined {
    const row = this.get(this.names.get(foldNick(name)) ?? '');
    // They may have taken another name since.
    return row !== undefined && foldNick(row.name) === foldNick(name) ? row : undefined;
  }

  /** @param accounts other accounts that lead to this viewer */
  keep(row: ViewerRow, accounts: readonly string[] = []): void {
    const before = this.byId.get(row.id);
    const name = foldNick(row.name);
    // Most are met as they were the last time, and are only the newest again.
    if (
      before?.row === row &&
      before.name === name &&
      this.names.get(name) === row.id &&
      accounts.every((account) => before.accounts.has(account) && this.ids.get(account) === row.id)
    ) {
      this.byId.delete(row.id);
      this.byId.set(row.id, before);
      this.nobody.delete(name);
      return;
    }
    const all = new Set([...(before?.accounts ?? []), row.account, ...accounts]);
    if (before !== undefined && before.name !== name && this.names.get(before.name) === row.id)
      this.names.delete(before.name);
    // The newest stands last.
    this.byId.delete(row.id);
    this.byId.set(row.id, { row, accounts: all, name });
    for (const account of all) this.ids.set(account, row.id);
    const other = this.byName(name);
    if (other !== undefined && other.id !== row.id)
      this.shared.set(name, new Set([...(this.shared.get(name) ?? []), other.id, row.id]));
    this.names.set(name, row.id);
    this.nobody.delete(name);
    if (this.byId.size > this.most) this.forget(this.byId.keys().next().value ?? '');
  }

  /** True when the name was looked for, and who has it is known, or that it is no one's. */
  hasLooked(name: string): boolean {
    const folded = foldNick(name);
    return this.nobody.has(folded) || (this.looked.has(folded) && this.byName(name) !== undefined);
  }

  hasBeenLooked(name: string): void {
    if (this.looked.size > this.most) this.looked.clear();
    this.looked.add(foldNick(name));
  }

  /** Whether several viewers have this name, of those that were met or looked for. */
  isShared(name: string): boolean {
    const folded = foldNick(name);
    const ids = [...(this.shared.get(folded) ?? [])];
    return ids.filter((id) => foldNick(this.get(id)?.name ?? '') === folded).length > 1;
  }

  isNobody(name: string): void {
    if (this.nobody.size > this.most) this.nobody.clear();
    this.nobody.add(foldNick(name));
  }

  /** Lets go of one, with all that leads to it. */
  forget(id: string): void {
    const known = this.byId.get(id);
    if (known === undefined) return;
    this.byId.delete(id);
    for (const account of known.accounts) if (this.ids.get(account) === id) this.ids.delete(account);
    if (this.names.get(known.name) === id) this.names.delete(known.name);
  }

  /** After viewers were changed past this memory. */
  forgetAll(): void {
    this.byId.clear();
    this.ids.clear();
    this.names.clear();
    this.nobody.clear();
    this.shared.clear();
    this.looked.clear();
  }
}
