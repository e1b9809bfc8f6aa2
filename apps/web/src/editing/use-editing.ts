import { useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { Problem, problemOf } from '../api/index.js';
import { NEW, toast, useStable, type Draft } from '../ui/index.js';
import { isEmptyAt } from './empty.js';
import { changedParts, type Kept, type Kind } from './kind.js';
import { publishOpen } from './open.js';
import { hasDraft, UNDO_MS, useSaving } from './use-saving.js';

type Faults = Readonly<Record<string, string>>;

interface EditingOf<B extends object, S extends Kept> {
  readonly kind: Kind<B, S>;
  readonly id: string;
  /** undefined for one that is not saved yet, or was deleted meanwhile */
  readonly saved: S | undefined;
  readonly nameOf: (saved: S) => string;
  /** what is wrong with a body, by place; the same function as long as it finds the same */
  readonly check: (body: B) => Faults;
  /** the body as it is saved: without what was left empty */
  readonly tidy?: (body: B) => B;
}

/** One thing in its editor. What is edited is a draft at once; what is in force is the saved one. */
export interface Editing<B extends object = object, S extends Kept = Kept> {
  readonly kind: Kind<B, S>;
  readonly id: string;
  readonly saved: S | undefined;
  readonly title: string;
  readonly draft: Draft<B> | undefined;
  /** what was saved when the draft began */
  readonly base: B;
  readonly body: B;
  /** true when someone else saved it since the draft began */
  readonly overtaken: boolean;
  readonly faultOf: (place: string) => string | undefined;
  /** how many things are wrong at a place and within it, of those that are told */
  readonly faultsAt: (place: string) => number;
  /** how many things are wrong in all, of those that are told */
  readonly faults: number;
  /** how often saving was refused for what is wrong */
  readonly refused: number;
  /** why the server refused, in words */
  readonly refusal: string | undefined;
  readonly saving: boolean;
  readonly change: (part: Partial<B>) => void;
  readonly submit: () => void;
  /** saves the draft over what someone else saved */
  readonly saveOver: () => void;
  readonly discard: () => void;
  /** begins a new one like it */
  readonly duplicate: () => void;
  /** saves an earlier version over the current one */
  readonly restore: (body: B) => void;
  readonly remove: ReturnType<typeof useSaving<B, S>>['remove'];
}

export function useEditing<B extends object, S extends Kept>(of: EditingOf<B, S>): Editing<B, S> {
  const { kind, id, saved, nameOf, check, tidy = same } = of;
  const draft = kind.drafts.use(id);
  const { save, remove } = useSaving(kind, id, nameOf);
  const navigate = useNavigate();
  const [tried, setTried] = useState(false);
  const [refused, setRefused] = useState(0);
  const savedBody = useMemo(() => (saved === undefined ? undefined : kind.bodyOf(saved)), [kind, saved]);
  const base = useMemo(() => draft?.base ?? savedBody ?? kind.blank(), [draft?.base, savedBody, kind]);
  const body = draft?.body ?? base;
  const isDraft = draft !== undefined;
  useEffect(() => {
    publishOpen({ kind, id: id === NEW ? undefined : id, body, isDraft });
    return () => {
      publishOpen(undefined);
    };
  }, [kind, id, body, isDraft]);
  const faults = useMemo(() => check(body), [check, body]);
  const told = useStable({ ...(save.error instanceof Problem ? save.error.fields : {}), ...faults });
  const faultOf = useCallback(
    (place: string): string | undefined => {
      const fault = told[place];
      // Nobody is told that a field is empty before they had the chance to fill it.
      return tried || !isEmptyAt(body, place) ? fault : undefined;
    },
    [told, tried, body],
  );
  const toldAt = useMemo(
    () => Object.keys(told).filter((place) => faultOf(place) !== undefined),
    [told, faultOf],
  );
  const faultsAt = useCallback(
    (place: string): number => toldAt.filter((each) => each === place || each.startsWith(`${place}.`)).length,
    [toldAt],
  );
  const overtaken = draft !== undefined && saved !== undefined && saved.version !== draft.version;
  const saveAs = (version: number): void => {
    setTried(true);
    if (draft === undefined) return;
    if (Object.keys(check(body)).length > 0) {
      setRefused((before) => before + 1);
      return;
    }
    save.mutate(
      { draft: { ...draft, body: tidy(body) }, version },
      {
        onSuccess: () => {
          setTried(false);
        },
        onError: () => {
          setRefused((before) => before + 1);
        },
      },
    );
  };
  // A draft of what was deleted meanwhile is added again.
  const submit = (): void => {
    saveAs(saved === undefined ? 0 : (draft?.version ?? 0));
  };
  useHotkeys('mod+enter', submit, {
    enableOnFormTags: true,
    enableOnContentEditable: true,
    preventDefault: true,
  });
  return {
    kind,
    id,
    saved,
    title: saved === undefined ? `New ${kind.word}` : nameOf(saved),
    draft,
    base,
    body,
    overtaken,
    faultOf,
    faultsAt,
    faults: toldAt.length,
    refused,
    refusal: save.isError && !overtaken ? problemWords(save.error) : undefined,
    saving: save.isPending,
    change: (part) => {
      if (save.isError) save.reset();
      kind.drafts.edit(
        id,
        savedBody === undefined ? undefined : { body: savedBody, version: saved?.version ?? 0 },
        part,
      );
    },
    submit,
    saveOver: () => {
      saveAs(saved?.version ?? 0);
    },
    discard: () => {
      kind.drafts.write(id, undefined);
      setTried(false);
      save.reset();
      if (id === NEW) void navigate(kind.path);
      if (draft === undefined) return;
      const open = (): void => void navigate(`${kind.path}/${id}`);
      const undo = (): void => {
        if (hasDraft(kind, id, open)) return;
        kind.drafts.write(id, draft);
        open();
      };
      toast('Draft discarded', { undo, duration: UNDO_MS });
    },
    duplicate: () => {
      const open = (): void => void navigate(`${kind.path}/${NEW}`);
      if (hasDraft(kind, NEW, open)) return;
      kind.drafts.edit(NEW, undefined, structuredClone(kind.copyOf(body)));
      open();
    },
    restore: (restored) => {
      if (saved === undefined || savedBody === undefined) return;
      const { version } = saved;
      // What is typed and not saved stays a draft; it then stands on a version that is overtaken.
      save.mutate({ draft: { body: restored, base: savedBody, version, at: -1 }, version });
    },
    remove,
  };
}

/** The parts in which what is edited differs from what was saved. */
export function useChanged<P extends string, B extends object>(
  parts: Kind<B, Kept>['parts'] & Readonly<Record<P, unknown>>,
  { body, base }: Pick<Editing<B>, 'body' | 'base'>,
): P[] {
  return useMemo(() => changedParts(parts, body, base) as P[], [parts, body, base]);
}

function problemWords(error: Error): string {
  const { title, detail } = problemOf(error);
  return `${title}. ${detail}`;
}

function same<T>(value: T): T {
  return value;
}
