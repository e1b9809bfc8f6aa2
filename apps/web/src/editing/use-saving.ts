import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { Problem } from '../api/index.js';
import { type Draft, NEW, tellProblem, toast } from '../ui/index.js';
import type { Kept, Kind } from './kind.js';

/** How long something done can be undone, in milliseconds. */
export const UNDO_MS = 20_000;

/** Whether something else is edited at a place by now; if so, it is told, and nothing is written over it. */
export function hasDraft<B extends object, S extends Kept>(
  { drafts, word }: Kind<B, S>,
  id: string,
  open: () => void,
): boolean {
  if (drafts.read(id) === undefined) return false;
  toast(id === NEW ? `There is a new ${word} that is not saved yet` : `The ${word} has a newer draft`, {
    description: 'Save or discard it first.',
    action: { label: 'Open it', onClick: open },
  });
  return true;
}

/** Saving, deleting and taking back, each with its undo. */
export function useSaving<B extends object, S extends Kept>(
  kind: Kind<B, S>,
  id: string,
  nameOf: (saved: S) => string,
) {
  const { drafts, server, path } = kind;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const undo = (work: () => Promise<S>) => (): void => {
    void work()
      .then((saved) => {
        kind.place(queries, saved);
      })
      .catch(tellProblem);
  };

  const save = useMutation({
    mutationFn: ({ draft, version }: { draft: Draft<B>; version: number }) =>
      version === 0 ? server.create(draft.body) : server.replace(id, draft.body, version),
    onSuccess: (saved, { draft, version }) => {
      kind.place(queries, saved);
      // What was typed while the answer was on its way stays a draft, on top of what is now saved.
      if (drafts.read(id)?.at === draft.at) drafts.write(id, undefined);
      if (version === 0) void navigate(`${path}/${saved.id}`, { replace: true });
      const notes = 'notes' in saved ? (saved.notes as readonly string[]) : [];
      // What was saved is a draft again, on top of what was there before.
      const unsave = async (): Promise<S> => {
        const before = await server.stepBack(saved.id, saved.version);
        // A version that was restored was never a draft.
        const kept = drafts.read(saved.id) ?? (draft.at < 0 ? undefined : draft);
        if (kept !== undefined)
          drafts.write(saved.id, { ...kept, base: draft.base, version: before.version });
        return before;
      };
      const unadd = (): void => {
        if (hasDraft(kind, NEW, () => void navigate(`${path}/${NEW}`))) return;
        void server
          .remove(saved.id)
          .then(() => {
            kind.drop(queries, saved.id);
            // With what was typed since it was added.
            const { body } = drafts.read(saved.id) ?? draft;
            drafts.write(saved.id, undefined);
            drafts.write(NEW, { ...draft, body });
            void navigate(`${path}/${NEW}`);
          })
          .catch(tellProblem);
      };
      toast(`Saved ${nameOf(saved)}`, {
        description: notes.length > 0 ? notes.join('. ') : undefined,
        undo: version === 0 ? unadd : undo(unsave),
        duration: UNDO_MS,
      });
    },
    // Someone was first: what they saved comes into the list, and with it the choice.
    onError: (error) => {
      if (error instanceof Problem && error.current !== undefined) kind.refresh(queries);
    },
  });

  const remove = useMutation({
    mutationFn: async (saved: S) => {
      await server.remove(saved.id);
      return saved;
    },
    onSuccess: (saved) => {
      const draft = drafts.read(saved.id);
      drafts.write(saved.id, undefined);
      kind.drop(queries, saved.id);
      void navigate(path);
      const restore = async (): Promise<S> => {
        const back = await server.restore(saved.id);
        drafts.write(saved.id, draft);
        void navigate(`${path}/${saved.id}`);
        return back;
      };
      toast(`Deleted ${nameOf(saved)}`, { undo: undo(restore), duration: UNDO_MS });
    },
    onError: tellProblem,
  });
  return { save, remove };
}
