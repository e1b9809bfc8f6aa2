import { useQuery } from '@tanstack/react-query';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { answerOf, api, type List } from '../api/index.js';
import { AddLink, DraftRow } from '../editing/index.js';
import { listsQuery } from '../live/index.js';
import { comesLater, Bones, LoadFailed, NEW } from '../ui/index.js';
import { drafts, LIST } from './kind.js';
import { LIST_STARTERS } from './starters.js';

const ListEditor = comesLater(async () => (await import('./list-editor.js')).ListEditor);

/** Prepare › Lists: named lines that steps draw from. */
export function ListsPage() {
  const { id } = useParams();
  const navigate = useNavigate();
  const { data: lists, error, refetch } = useQuery(listsQuery);
  useHotkeys('n', () => void navigate(`/prepare/lists/${NEW}`), { preventDefault: true });
  if (lists === undefined)
    return error === null ? <Bones lines={8} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  if (lists.length === 0 && id === undefined) return <NoneYet />;
  return (
    <div className={`split-work h-full ${id === undefined ? '' : 'has-open'}`}>
      <section className="list" aria-label="Lists">
        <header className="row">
          <h1 className="h2">Lists</h1>
          <span className="ml-auto">
            <AddLink kind={LIST} beside={id !== undefined} />
          </span>
        </header>
        <ul className="entries">
          <DraftRow kind={LIST} open={id} />
          {lists.map((list) => (
            <li key={list.id}>
              <Link
                className="entry"
                to={`/prepare/lists/${list.id}`}
                aria-current={list.id === id ? 'page' : undefined}
              >
                <span className="what !text-ink">{list.name}</span>
                <span className="flag m">{list.lines.toLocaleString('en')}</span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      {id === undefined ? (
        <section className="editor">
          <p className="text-soft">
            Choose a list, or add one. Steps draw lines from it; each comes up once before any repeats.
          </p>
        </section>
      ) : (
        <OpenList key={id} id={id} lists={lists} />
      )}
    </div>
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
