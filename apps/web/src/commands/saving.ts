import { titleOf } from '@gully/core/commands';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { answerOf, api, asSent, type Command } from '../api/index.js';
import { commandsQuery, usePrefix } from '../live/index.js';
import { tellProblem } from '../ui/index.js';
import { readDraft, writeDraft, type Draft } from './drafts.js';

/** Saving, deleting and taking back, each with its undo. */
export function useSaving(id: string) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const prefix = usePrefix();
  const place = (command: Command): void => {
    queries.setQueryData(commandsQuery.queryKey, (before: Command[] | undefined) =>
      before === undefined
        ? before
        : [...before.filter((each) => each.id !== command.id), command].sort((a, b) =>
            titleOf(a, '').localeCompare(titleOf(b, '')),
          ),
    );
  };

  const stepBack = async ({ id: commandId, version }: Command): Promise<void> => {
    try {
      place(
        await answerOf(
          api.POST('/api/commands/{id}/step-back', {
            params: { path: { id: commandId } },
            body: { version },
          }),
        ),
      );
    } catch (error) {
      tellProblem(error);
    }
  };

  const restore = async (command: Command, draft: Draft | undefined): Promise<void> => {
    try {
      place(await answerOf(api.POST('/api/commands/{id}/restore', { params: { path: { id: command.id } } })));
      writeDraft(command.id, draft);
      void navigate(`/prepare/commands/${command.id}`);
    } catch (error) {
      tellProblem(error);
    }
  };

  const save = useMutation({
    mutationFn: async ({ draft, version }: { draft: Draft; version: number }) => {
      if (version === 0) return answerOf(api.POST('/api/commands', { body: asSent(draft.body) }));
      return answerOf(
        api.PUT('/api/commands/{id}', { params: { path: { id } }, body: { ...asSent(draft.body), version } }),
      );
    },
    onSuccess: (command, { draft, version }) => {
      place(command);
      // What was typed while the answer was on its way stays a draft, on top of what is now saved.
      const now = readDraft(id);
      if (now?.at === draft.at) writeDraft(id, undefined);
      if (version === 0) void navigate(`/prepare/commands/${command.id}`, { replace: true });
      const undo = version === 0 ? undefined : { label: 'Undo', onClick: () => void stepBack(command) };
      toast(`Saved ${titleOf(command, prefix)}`, { action: undo });
    },
  });

  const remove = useMutation({
    mutationFn: async (command: Command) => {
      await answerOf(api.DELETE('/api/commands/{id}', { params: { path: { id: command.id } } }));
      return command;
    },
    onSuccess: (command) => {
      const draft = readDraft(command.id);
      writeDraft(command.id, undefined);
      queries.setQueryData(commandsQuery.queryKey, (before: Command[] | undefined) =>
        before?.filter((each) => each.id !== command.id),
      );
      void navigate('/prepare/commands');
      toast(`Deleted ${titleOf(command, prefix)}`, {
        action: { label: 'Undo', onClick: () => void restore(command, draft) },
        duration: 20_000,
      });
    },
    onError: tellProblem,
  });

  return { save, remove };
}
