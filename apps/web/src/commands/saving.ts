import { titleOf } from '@gully/core/commands';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { answerOf, api, asSent, commandFrom, type Command, type CommandBody } from '../api/index.js';
import { commandsQuery, usePrefix } from '../live/index.js';
import { type Draft, tellProblem } from '../ui/index.js';
import { drafts } from './drafts.js';

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
        commandFrom(
          await answerOf(
            api.POST('/api/commands/{id}/step-back', {
              params: { path: { id: commandId } },
              body: { version },
            }),
          ),
        ),
      );
    } catch (error) {
      tellProblem(error);
    }
  };

  const restore = async (command: Command, draft: Draft<CommandBody> | undefined): Promise<void> => {
    try {
      place(
        commandFrom(
          await answerOf(api.POST('/api/commands/{id}/restore', { params: { path: { id: command.id } } })),
        ),
      );
      drafts.write(command.id, draft);
      void navigate(`/prepare/commands/${command.id}`);
    } catch (error) {
      tellProblem(error);
    }
  };

  const save = useMutation({
    mutationFn: async ({ draft, version }: { draft: Draft<CommandBody>; version: number }) => {
      const body = asSent(draft.body);
      return commandFrom(
        await answerOf(
          version === 0
            ? api.POST('/api/commands', { body })
            : api.PUT('/api/commands/{id}', { params: { path: { id } }, body: { ...body, version } }),
        ),
      );
    },
    onSuccess: (command, { draft, version }) => {
      place(command);
      // What was typed while the answer was on its way stays a draft, on top of what is now saved.
      const now = drafts.read(id);
      if (now?.at === draft.at) drafts.write(id, undefined);
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
      const draft = drafts.read(command.id);
      drafts.write(command.id, undefined);
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
