import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';

/** What a person decides about a viewer, each with its undo where there is one. */
export function useViewerChanges(id: string) {
  const queries = useQueryClient();
  const refresh = async (): Promise<void> => {
    await Promise.all([
      queries.invalidateQueries({ queryKey: ['viewer'] }),
      queries.invalidateQueries({ queryKey: ['viewers'] }),
      queries.invalidateQueries({ queryKey: ['viewer-lines'] }),
    ]);
  };
  const path = { params: { path: { id } } };
  /** Runs it, then shows what there is now; tells what went wrong. */
  const undo = (run: () => Promise<unknown>) => (): void => {
    void run().then(refresh).catch(tellProblem);
  };
  const common = { onSettled: refresh, onError: tellProblem };

  const mark = useMutation({
    mutationFn: (marks: { bot?: boolean; ignored?: boolean }) =>
      answerOf(api.PATCH('/api/viewers/{id}', { ...path, body: marks })),
    ...common,
  });
  const addNote = useMutation({
    mutationFn: (text: string) => answerOf(api.POST('/api/viewers/{id}/notes', { ...path, body: { text } })),
    ...common,
  });
  const removeNote = useMutation({
    mutationFn: (note: string) =>
      answerOf(api.DELETE('/api/viewers/{id}/notes/{note}', { params: { path: { id, note } } })),
    ...common,
    onSuccess: (_, note) => {
      const restore = () =>
        answerOf(api.POST('/api/viewers/{id}/notes/{note}/restore', { params: { path: { id, note } } }));
      toast('Removed the note', { undo: undo(restore), duration: 20_000 });
    },
  });
  const undoMerge = (merge: string) =>
    answerOf(api.POST('/api/viewers/merges/{merge}/undo', { params: { path: { merge } } }));
  const merge = useMutation({
    mutationFn: (from: string) => answerOf(api.POST('/api/viewers/{id}/merge', { ...path, body: { from } })),
    ...common,
    onSuccess: ({ id: merged, name }) => {
      toast(`Merged ${name} into this viewer`, { undo: undo(() => undoMerge(merged)), duration: 20_000 });
    },
  });
  const unmerge = useMutation({ mutationFn: undoMerge, ...common });
  const erase = useMutation({
    mutationFn: () => answerOf(api.POST('/api/viewers/{id}/erase', path)),
    ...common,
  });
  return { mark, addNote, removeNote, merge, unmerge, erase };
}
