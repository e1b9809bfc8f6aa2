import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Problem } from '../api/index.js';
import { tellProblem, toast, type Drafts } from '../ui/index.js';

/** There is one of each setting, so there is one draft of it. */
export const ONE = 'settings';

export interface Saved<T> {
  readonly value: T;
  /** 0 while nobody changed it */
  readonly version: number;
}

export interface EditedOf<T extends object> {
  /** as the end of a sentence: `the guard` */
  readonly name: string;
  readonly drafts: Drafts<T>;
  readonly saved: Saved<T>;
  /** where what the server has is kept on this page */
  readonly queryKey: readonly unknown[];
  readonly put: (value: T, version: number) => Promise<Saved<T>>;
}

export interface EditedSetting<T extends object> {
  readonly base: T;
  readonly settings: T;
  readonly isDraft: boolean;
  /** someone else saved since the draft began */
  readonly overtaken: boolean;
  readonly refused: Readonly<Record<string, string>>;
  readonly saving: boolean;
  readonly save: () => void;
  /** saves the draft over what someone else saved */
  readonly saveOver: () => void;
  readonly discard: () => void;
  readonly change: (part: Partial<T>) => void;
}

/** A setting as it is edited: kept in this browser at once, in force once it is saved. */
export function useEditedSetting<T extends object>({
  name,
  drafts,
  saved,
  queryKey,
  put: putOnServer,
}: EditedOf<T>): EditedSetting<T> {
  const queries = useQueryClient();
  const draft = drafts.use(ONE);
  const [refused, setRefused] = useState<Readonly<Record<string, string>>>({});
  const base = draft?.base ?? saved.value;
  const settings = draft?.body ?? saved.value;
  const put = async (value: T, version: number): Promise<Saved<T>> => {
    const next = await putOnServer(value, version);
    queries.setQueryData(queryKey, (before: object | undefined) => ({ ...before, ...next }));
    return next;
  };
  const save = useMutation({
    mutationFn: (value: T) => put(value, draft?.version ?? saved.version),
    onSuccess: (next) => {
      const kept = draft;
      drafts.write(ONE, undefined);
      setRefused({});
      toast(`Saved ${name}`, {
        undo: () => {
          void put(base, next.version)
            .then(() => {
              drafts.write(ONE, kept === undefined ? undefined : { ...kept, version: next.version + 1 });
            })
            .catch(tellProblem);
        },
        duration: 20_000,
      });
    },
    onError: (error) => {
      if (error instanceof Problem) setRefused(error.fields);
      if (error instanceof Problem && error.current !== undefined)
        void queries.invalidateQueries({ queryKey });
      tellProblem(error);
    },
  });
  return {
    base,
    settings,
    isDraft: draft !== undefined,
    overtaken: draft !== undefined && draft.version !== saved.version,
    refused,
    saving: save.isPending,
    save: () => {
      save.mutate(settings);
    },
    saveOver: () => {
      if (draft !== undefined) drafts.write(ONE, { ...draft, version: saved.version });
    },
    discard: () => {
      const kept = draft;
      drafts.write(ONE, undefined);
      setRefused({});
      toast(`Discarded your changes to ${name}`, {
        undo: () => {
          drafts.write(ONE, kept);
        },
      });
    },
    change: (part) => {
      drafts.edit(ONE, { body: saved.value, version: saved.version }, part);
    },
  };
}

/** Drafts of a setting begin with what is saved; there is no blank to begin from. */
export function settingDrafts<T extends object>(whole: (body: Partial<T>) => T) {
  return {
    blank: () => ({}) as T,
    whole,
    differ: (a: T, b: T) => JSON.stringify(a) !== JSON.stringify(b),
  };
}

/** How many parts of a setting differ from what is saved. */
export function changedIn<T extends object>(base: T, settings: T): number {
  const keys = new Set([...Object.keys(base), ...Object.keys(settings)]) as Set<keyof T>;
  return [...keys].filter((key) => JSON.stringify(base[key]) !== JSON.stringify(settings[key])).length;
}
