import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import { answerOf, api, type List } from '../api/index.js';
import { AddLink, SplitPage } from '../editing/index.js';
import { Bones, comesLater, LoadFailed, NEW } from '../ui/index.js';
import { drafts, LIST } from './kind.js';
import { LIST_STARTERS } from './starters.js';
import { thingsQuery } from '../live/index.js';

const ListEditor = comesLater(async () => (await import('./list-editor.js')).ListEditor);

/** Prepare › Lists: named lines that steps draw from. */
export function ListsPage() {
  const { id } = useParams();
  const { data: lists } = useQuery(thingsQuery('list'));
  if (lists?.length === 0 && id === undefined) return <NoneYet />;
  return (
    <SplitPage
      title="Lists"
      kind={LIST}
      query={thingsQuery('list')}
      row={({ name, lines }) => [name, lines.toLocaleString('en')]}
      none={
        <p className="text-soft">
          Choose a list, or add one. Steps draw lines from it; each comes up once before any repeats.
        </p>
      }
      editor={(open) => <OpenList key={open} id={open} lists={lists ?? []} />}
    />
  );
}

function OpenList({ id, lists }: { readonly id: string; readonly lists: readonly List[] }) {
  const list = lists.find((each) => each.id === id);
  const {
    data: text,
    error,
    refetch,
  } = useQuery({
    queryKey: ['list-text', id, list?.version],
    enabled: list !== undefined,
    queryFn: async () =>
      answerOf(api.GET('/api/lists/{id}/text', { params: { path: { id } }, parseAs: 'text' })),
  });
  if (id === NEW) return <ListEditor id={id} saved={undefined} />;
  if (list === undefined)
    return (
      <section className="editor">
        <h2>There is no such list</h2>
        <p className="mt-1 text-soft">It was deleted, or the address is wrong.</p>
      </section>
    );
  if (error !== null) return <LoadFailed error={error} retry={() => void refetch()} />;
  if (text === undefined) return <Bones lines={12} />;
  return <ListEditor id={id} saved={{ ...list, text: text.replace(/\n$/u, '') }} />;
}

function NoneYet() {
  const navigate = useNavigate();
  return (
    <section className="editor h-full" aria-labelledby="lists-title">
      <div className="max-w-lg">
        <h1 id="lists-title">Lists</h1>
        <h2 className="mt-3">No lists yet</h2>
        <p className="mt-1 mb-3 text-soft">
          A list is lines of text that steps draw from: questions, answers, names. Start with one of these, or
          from scratch.
        </p>
        <AddLink kind={LIST} />
        <ul className="mt-3 border-t border-line">
          {LIST_STARTERS.map((starter) => (
            <li key={starter.name} className="border-b border-line py-2">
              <button
                type="button"
                className="btn bare"
                onClick={() => {
                  drafts.edit(NEW, undefined, { name: starter.name, text: starter.text });
                  void navigate(`/prepare/lists/${NEW}`);
                }}
              >
                <b>{starter.name}</b> <span className="text-soft">{starter.what}</span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
