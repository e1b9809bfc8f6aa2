import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Pencil, RotateCcw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api, Problem, problemOf, type Delivery, type Webhook } from '../api/index.js';
import { useAsking } from '../editing/index.js';
import { Files } from './files.js';
import { webhooksQuery } from '../live/index.js';
import { ago, Bones, exact, Fault, IconButton, LoadFailed, tellProblem, toast, useNow } from '../ui/index.js';

const PAGE = 50;

/** Where else routines write: the files there are, webhooks, and what became of each post. */
export function FilesAndWebhooks() {
  return (
    <div className="-mx-5">
      <Files />
      <Webhooks />
      <Deliveries />
    </div>
  );
}

function Webhooks() {
  const { data, error, refetch } = useQuery(webhooksQuery);
  const queries = useQueryClient();
  const [edited, setEdited] = useState<Webhook>();
  const { ask, dialog } = useAsking();
  const remove = useMutation({
    mutationFn: async (webhook: Webhook) => {
      await answerOf(api.DELETE('/api/webhooks/{name}', { params: { path: { name: webhook.name } } }));
      return webhook;
    },
    onSuccess: ({ name, signed }) => {
      void queries.invalidateQueries(webhooksQuery);
      toast(`Removed the webhook ${name}`, {
        description: signed
          ? 'Its secret is gone too; enter it again if you add the webhook back.'
          : undefined,
      });
    },
    onError: tellProblem,
  });
  return (
    <section className="border-b border-line px-4 py-3" aria-labelledby="webhooks-title">
      {dialog}
      <h2 id="webhooks-title">Webhooks</h2>
      <p className="s2 mb-1 text-soft">
        A <i>Post</i> step sends JSON there. Addresses on this machine or its network are refused unless the
        configuration names them. With a secret (<span className="m">whsec_…</span>) each post is signed.
      </p>
      {data === undefined ? (
        error === null ? (
          <Bones lines={2} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <table className="t">
          <tbody>
            {data.map((webhook) => (
              <tr key={webhook.name}>
                <th scope="row">{webhook.name}</th>
                <td className="m w-full break-all whitespace-normal">{webhook.address}</td>
                <td className="text-soft">{webhook.signed ? 'signed' : 'not signed'}</td>
                <td className="whitespace-nowrap">
                  <IconButton
                    icon={Pencil}
                    label={`Change ${webhook.name}`}
                    onClick={() => {
                      setEdited(webhook);
                    }}
                  />
                  <IconButton
                    icon={Trash2}
                    label={`Remove ${webhook.name}`}
                    onClick={() => {
                      ask('webhook', webhook.name, webhook.name, () => {
                        remove.mutate(webhook);
                      });
                    }}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <WebhookForm
        key={edited?.name ?? 'new'}
        webhook={edited}
        onDone={() => {
          setEdited(undefined);
        }}
      />
    </section>
  );
}

function WebhookForm({
  webhook,
  onDone,
}: {
  readonly webhook: Webhook | undefined;
  readonly onDone: () => void;
}) {
  const queries = useQueryClient();
  const [name, setName] = useState(webhook?.name ?? '');
  const [address, setAddress] = useState(webhook?.address ?? '');
  const [secret, setSecret] = useState('');
  const save = useMutation({
    mutationFn: () =>
      answerOf(
        api.PUT('/api/webhooks/{name}', {
          params: { path: { name: name.trim() } },
          body: { address, ...(secret === '' ? {} : { secret }) },
        }),
      ),
    onSuccess: (saved) => {
      void queries.invalidateQueries(webhooksQuery);
      toast(`Saved the webhook ${saved.name}`);
      setName('');
      setAddress('');
      setSecret('');
      onDone();
    },
  });
  const fields = save.error instanceof Problem ? save.error.fields : {};
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <div className="row flex-wrap">
        <input
          className="blank !w-36"
          aria-label="Name of the webhook"
          placeholder="name"
          value={name}
          disabled={webhook !== undefined}
          autoComplete="off"
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <input
          className="blank m min-w-52 flex-1"
          aria-label="Address"
          placeholder="https://board.example/hooks/1"
          value={address}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            setAddress(event.target.value);
          }}
        />
        <input
          className="blank !w-40"
          type="password"
          aria-label="Secret"
          placeholder={webhook?.signed === true ? 'secret kept as it is' : 'secret, to sign'}
          value={secret}
          autoComplete="new-password"
          onChange={(event) => {
            setSecret(event.target.value);
          }}
        />
        <button
          type="submit"
          className="btn"
          disabled={name.trim() === '' || address.trim() === '' || save.isPending}
        >
          {webhook === undefined ? 'Add webhook' : 'Save'}
        </button>
        {webhook !== undefined && (
          <button type="button" className="btn bare" onClick={onDone}>
            Cancel
          </button>
        )}
      </div>
      {Object.values(fields).map((fault) => (
        <Fault key={fault}>{fault}</Fault>
      ))}
      {save.isError && Object.keys(fields).length === 0 && <Fault>{problemOf(save.error).title}</Fault>}
    </form>
  );
}

const STATES: Readonly<Record<Delivery['state'], readonly [words: string, colour: string]>> = {
  waiting: ['will be tried again', 'text-ochre'],
  arrived: ['arrived', 'text-moss'],
  'given-up': ['given up', 'text-crimson'],
};

function Deliveries() {
  const now = useNow(5_000);
  const { data, error, refetch, fetchNextPage, hasNextPage } = useInfiniteQuery({
    queryKey: ['deliveries'],
    queryFn: ({ pageParam }) =>
      answerOf(
        api.GET('/api/webhooks/deliveries', {
          params: { query: { limit: PAGE, ...(pageParam === undefined ? {} : { before: pageParam }) } },
        }),
      ),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (last) => (last.length < PAGE ? undefined : last.at(-1)?.id),
  });
  const again = useMutation({
    mutationFn: (id: string) =>
      answerOf(api.POST('/api/webhooks/deliveries/{id}/again', { params: { path: { id } } })),
    onError: tellProblem,
  });
  const posts = data?.pages.flat();
  return (
    <section className="px-4 py-3" aria-labelledby="posts-title">
      <h2 id="posts-title">Posts</h2>
      {posts === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : posts.length === 0 ? (
        <p className="text-soft">Nothing posted yet.</p>
      ) : (
        <table className="t">
          <thead>
            <tr>
              <th>When</th>
              <th>Webhook</th>
              <th className="max-[700px]:hidden">What</th>
              <th>Result</th>
              <th>
                <span className="sr-only">Again</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {posts.map((post) => {
              const [words, colour] = STATES[post.state];
              return (
                <tr key={post.id}>
                  <td className="text-soft" title={exact(post.at)}>
                    {ago(post.at, now)}
                  </td>
                  <td>{post.webhook}</td>
                  <td className="m max-w-36 truncate max-[700px]:hidden" title={post.body}>
                    {post.body}
                  </td>
                  <td className="whitespace-normal">
                    <span className={`state ${colour}`}>{words}</span>{' '}
                    <span className="s2 text-soft">
                      {post.answer}
                      {post.tries > 1 && `, ${String(post.tries)} tries`}
                      {post.nextAt !== null && post.tries > 0 && `, next at ${exact(post.nextAt)}`}
                    </span>
                  </td>
                  <td>
                    <IconButton
                      icon={RotateCcw}
                      label={`Send again, ${post.webhook}`}
                      onClick={() => {
                        again.mutate(post.id);
                      }}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {hasNextPage && (
        <button type="button" className="btn s mt-2" onClick={() => void fetchNextPage()}>
          Older
        </button>
      )}
    </section>
  );
}
