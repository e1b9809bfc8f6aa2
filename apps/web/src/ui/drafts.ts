import { useCallback, useSyncExternalStore } from 'react';
import { readStored, subscribeStored, writeStored } from './stored.js';

/** An edit that is not saved. It is kept in this browser at once and survives a reload. */
export interface Draft<B> {
  readonly body: B;
  /** what was saved when the edit began; a blank for a new one */
  readonly base: B;
  /** its version; 0 for a new one */
  readonly version: number;
  /** UTC milliseconds */
  readonly at: number;
}

/** The id under which something that is not saved yet is edited. */
export const NEW = 'new';

interface DraftsOf<B> {
  /** what the drafts are of, in the name they are stored by */
  readonly kind: string;
  readonly blank: () => B;
  /** a body as an older page may have stored it, made whole */
  readonly whole: (body: Partial<B>) => B;
  readonly differ: (a: B, b: B) => boolean;
}

export interface Drafts<B> {
  read(id: string): Draft<B> | undefined;
  write(id: string, draft: Draft<B> | undefined): void;
  /** The draft of one, if there is one. */
  use(id: string): Draft<B> | undefined;
  /** Puts an edit into the draft; an edit that leaves nothing changed ends it. */
  edit(
    id: string,
    saved: { readonly body: B; readonly version: number } | undefined,
    change: Partial<B>,
  ): void;
}

/** Drafts of one kind of thing. */
export function draftsOf<B extends object>({ kind, blank, whole, differ }: DraftsOf<B>): Drafts<B> {
  const keyOf = (id: string): string => `gully.draft.${kind}.${id}`;
  // Parsed once per stored text, so that every look gives the same object.
  const parsed = new Map<string, { text: string; draft: Draft<B> | undefined }>();
  const parse = (text: string): Draft<B> | undefined => {
    if (text === '') return undefined;
    try {
      const draft = JSON.parse(text) as Draft<B>;
      return { ...draft, body: whole(draft.body), base: whole(draft.base) };
    } catch {
      return undefined;
    }
  };
  const read = (id: string): Draft<B> | undefined => {
    const text = readStored(keyOf(id)) ?? '';
    const known = parsed.get(id);
    if (known?.text === text) return known.draft;
    const draft = parse(text);
    parsed.set(id, { text, draft });
    return draft;
  };
  const write = (id: string, draft: Draft<B> | undefined): void => {
    const text = draft === undefined ? '' : JSON.stringify(draft);
    // The very same objects are read again: what is drawn of the parts that did not change stays as it is.
    parsed.set(id, { text, draft });
    writeStored(keyOf(id), text === '' ? null : text);
  };
  return {
    read,
    write,
    use: (id) => {
      const subscribe = useCallback((listener: () => void) => subscribeStored(keyOf(id), listener), [id]);
      return useSyncExternalStore(subscribe, () => read(id));
    },
    edit: (id, saved, change) => {
      const base = saved?.body ?? blank();
      const before = read(id) ?? { body: base, base, version: saved?.version ?? 0, at: 0 };
      const body = { ...before.body, ...change };
      write(id, differ(body, before.base) ? { ...before, body, at: Date.now() } : undefined);
    },
  };
}
