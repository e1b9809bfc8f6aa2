import { foldNick } from '@gully/core/viewers';
import type { ViewerRow } from '../database/index.js';

/** Viewers kept in memory between messages; the rest are looked up. */
const KEPT = 20_000;

/** The viewers last met, by id, by account and by name. A merged viewer's account leads to the one they are. */
export class KnownViewers {
  private readonly byId = new Map<string, ViewerRow>();
  private readonly ids = new Map<string, string>();
  private readonly names = new Map<string, string>();

  /** names nobody was found to have */
  private readonly nobody = new Set<string>();

  get(id: string): ViewerRow | undefined {
    return this.byId.get(id);
  }

  byAccount(account: string): ViewerRow | undefined {
    return this.byId.get(this.ids.get(account) ?? '');
  }

  byName(name: string): ViewerRow | undefined {
    const row = this.byId.get(this.names.get(foldNick(name)) ?? '');
    // They may have taken another name since.
    return row !== undefined && foldNick(row.name) === foldNick(name) ? row : undefined;
  }

  /** @param accounts other accounts that lead to this viewer */
  keep(row: ViewerRow, accounts: readonly string[] = []): void {
    this.byId.delete(row.id);
    this.byId.set(row.id, row);
    for (const account of [row.account, ...accounts]) this.ids.set(account, row.id);
    this.names.set(foldNick(row.name), row.id);
    this.nobody.delete(foldNick(row.name));
    if (this.byId.size > KEPT) this.byId.delete(this.byId.keys().next().value ?? '');
    // The two maps hold what the first has let go of; they are emptied before that is much.
    if (this.ids.size > KEPT * 2) this.forgetAll();
  }

  /** True when the name is known, or known to be nobody's. */
  hasLooked(name: string): boolean {
    return this.nobody.has(foldNick(name)) || this.byName(name) !== undefined;
  }

  isNobody(name: string): void {
    if (this.nobody.size > KEPT) this.nobody.clear();
    this.nobody.add(foldNick(name));
  }

  /** After viewers were changed past this memory. */
  forgetAll(): void {
    this.byId.clear();
    this.ids.clear();
    this.names.clear();
    this.nobody.clear();
  }
}
