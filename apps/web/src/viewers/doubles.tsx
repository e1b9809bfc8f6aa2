import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Users } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { Link } from 'react-router';
import { answerOf, api, type Viewer } from '../api/index.js';
import { ago, exact, tellProblem, toast, useNow } from '../ui/index.js';

/** Viewers of one name, offered for merging; nothing where there are none. */
export function Doubles() {
  const queries = useQueryClient();
  const { data } = useQuery({
    // Merging and erasing change it, as they change the list.
    queryKey: ['viewers', 'doubles'],
    queryFn: ({ signal }) => answerOf(api.GET('/api/viewers/doubles', { signal })),
    staleTime: 60_000,
  });
  const refresh = (): Promise<void> => queries.invalidateQueries({ queryKey: ['viewers'] });
  const merge = useMutation({
    mutationFn: async ([winner, ...others]: readonly Viewer[]) => {
      const merges: string[] = [];
      for (const { id: from } of others) {
        const path = { params: { path: { id: winner?.id ?? '' } }, body: { from } };
        merges.push((await answerOf(api.POST('/api/viewers/{id}/merge', path))).id);
      }
      return { name: winner?.name ?? '', merges };
    },
    onSuccess: ({ name, merges }) => {
      const undo = async (): Promise<void> => {
        for (const merge of merges.toReversed())
          await answerOf(api.POST('/api/viewers/merges/{merge}/undo', { params: { path: { merge } } }));
        await refresh();
      };
      toast(`${name} is now one viewer`, {
        undo: () => void undo().catch(tellProblem),
        duration: 20_000,
      });
    },
    onError: tellProblem,
    onSettled: refresh,
  });
  const names = data?.names ?? [];
  if (names.length === 0) return null;
  return (
    <Dialog.Root>
      <Dialog.Trigger className="btn s">
        <Users className="i s" aria-hidden="true" />{' '}
        {names.length === 1 ? 'Same name' : `${String(names.length)} names`} twice
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="float fixed top-[10vh] left-1/2 max-h-[80vh] w-[min(620px,94vw)] -translate-x-1/2 overflow-y-auto p-4">
          <Dialog.Title className="h2">Possibly the same person</Dialog.Title>
          <Dialog.Description className="mt-1 mb-3 text-soft">
            These share a name but have different accounts or nicks. Once merged, messages, watch time, uses
            and history count for the first one.
          </Dialog.Description>
          <ul>
            {names.map(({ viewers }) => (
              <OneName
                key={viewers[0]?.id}
                viewers={viewers}
                busy={merge.isPending}
                onMerge={() => {
                  merge.mutate(viewers);
                }}
              />
            ))}
          </ul>
          <Dialog.Close className="btn mt-3">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface OneNameProps {
  readonly viewers: readonly Viewer[];
  readonly busy: boolean;
  readonly onMerge: () => void;
}

function OneName({ viewers, busy, onMerge }: OneNameProps) {
  const now = useNow(30_000);
  const [first] = viewers;
  return (
    <li className="flex items-start gap-3 border-t border-line py-2">
      <ul className="min-w-0 flex-1">
        {viewers.map(({ id, name, account, knownBy, messages, lastSeen }) => (
          <li key={id} className="row flex-wrap">
            <Link className="font-semibold hover:underline" to={`/review/viewers/${id}`}>
              {name}
            </Link>
            <span className="s2 text-soft">
              {knownBy} {account},{' '}
              {messages === 1 ? '1 message' : `${messages.toLocaleString('en')} messages`},{' '}
              <span title={exact(lastSeen)}>seen {ago(lastSeen, now)}</span>
            </span>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn s"
        disabled={busy}
        aria-label={`Merge ${first?.name ?? ''}`}
        onClick={onMerge}
      >
        Merge
      </button>
    </li>
  );
}
